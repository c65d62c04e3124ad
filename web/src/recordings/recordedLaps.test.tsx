import { screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { StoredRecording } from '@ochote/contracts'
import { fakeServer } from '../fixtures/fakeServer'
import { renderPage } from '../fixtures/render'
import { RecordedLaps } from './RecordedLaps'

const id = (n: number) => `0190a8a0-0000-7000-8000-${String(n).padStart(12, '0')}`
const recording = (change: Partial<StoredRecording> = {}): StoredRecording => ({
  ...{ id: id(1), dayId: id(90), circuitId: id(91), stintId: null, studentId: null, note: '', source: 'file', fileName: 'one.csv' },
  ...{
    sha256: 'a'.repeat(64),
    sizeBytes: 400_000,
    keptBytes: 200_000,
    addedAt: '2026-10-17T11:00:00.000Z',
    startedAt: null,
    guessed: '',
    version: 1,
  },
  overview: {
    ...{ rows: 100, dropped: { repeated: 0, backwards: 0, noPosition: 0, cutOff: 0 }, unknown: [], durationS: 300, rateHz: 10 },
    ...{ channels: ['speedMps'], derived: [], onTrack: 1, laps: [{ lap: 1, startS: 0, timeS: 100, complete: true, flaws: [] }] },
  },
  ...change,
})

/** Stands in for the request that sends a file; the test answers it. */
class FakeXhr {
  static sent: FakeXhr[] = []
  upload: { onprogress?: (event: { loaded: number; total: number }) => void } = {}
  onload?: () => void
  onerror?: () => void
  onabort?: () => void
  status = 0
  responseText = ''
  path = ''
  open(_method: string, path: string) {
    this.path = path
  }
  setRequestHeader() {}
  getResponseHeader() {
    return null
  }
  send() {
    FakeXhr.sent.push(this)
  }
  abort() {
    this.onabort?.()
  }
  answer(status: number, body: unknown) {
    this.status = status
    this.responseText = JSON.stringify(body)
    this.onload?.()
  }
}

let stored: StoredRecording[]
beforeEach(() => {
  stored = []
  FakeXhr.sent = []
  vi.stubGlobal('XMLHttpRequest', FakeXhr)
})
afterEach(() => vi.unstubAllGlobals())

const places = [
  { stintId: id(10), dayId: id(90), says: 'Ada Finch, 09:20' },
  { stintId: id(11), dayId: id(90), says: 'Bo Marsh, 09:45' },
]
const server = (save: (body: unknown) => { status?: number; body: unknown } = () => ({ body: null })) =>
  fakeServer(({ method, path, body }) => {
    if (method === 'GET' && path.startsWith('/api/recordings?')) return { body: stored }
    return save(body) ?? { status: 404, body: null, path }
  })
const shown = () => renderPage(<RecordedLaps of={{ dayId: id(90) }} places={places} empty="None yet." />)
const add = (...names: string[]) =>
  userEvent.upload(
    screen.getByLabelText('Add files'),
    names.map((name) => new File(['time_s,lat,lon\n'], name)),
  )
const problem = (fields: object[]) => ({
  code: 'invalid-input',
  type: 'x',
  title: 'No',
  status: 400,
  detail: 'lat: found x, expected y. Nothing was saved.',
  fields,
})

describe('files that are added', () => {
  it('go one after the other, and say what came of each', async () => {
    server()
    shown()
    expect(await screen.findByText('None yet.')).toBeTruthy()
    await add('one.csv', 'two.csv')
    await waitFor(() => expect(FakeXhr.sent).toHaveLength(1))
    expect(screen.getAllByText('Waiting for the file before it')).not.toEqual([])
    const [first] = FakeXhr.sent
    expect(first!.path).toContain('name=one.csv')
    expect(first!.path).toContain(`dayId=${id(90)}`)
    first!.upload.onprogress?.({ loaded: 3, total: 4 })
    expect(await screen.findByText('75 % sent')).toBeTruthy()
    first!.upload.onprogress?.({ loaded: 4, total: 4 })
    expect(await screen.findByText('Reading…')).toBeTruthy()
    stored = [recording({ stintId: id(10), guessed: 'Guessed from its times.' })]
    first!.answer(201, { recording: stored[0], isNew: true })
    expect(await screen.findByText(/1 whole lap, best 1:40\.00 .* Put with Ada Finch, 09:20\. Guessed from its times\./)).toBeTruthy()
    expect(await screen.findByRole('link', { name: 'one.csv' })).toBeTruthy()
    await waitFor(() => expect(FakeXhr.sent).toHaveLength(2))
    FakeXhr.sent[1]!.answer(200, { recording: stored[0], isNew: false })
    expect(await screen.findByText('Already here, with Ada Finch, 09:20.')).toBeTruthy()
  })

  it('can be stopped, also while they wait', async () => {
    server()
    shown()
    await add('one.csv', 'two.csv')
    await waitFor(() => expect(FakeXhr.sent).toHaveLength(1))
    // the one that waits first, so that it never goes out
    for (const button of screen.getAllByRole('button', { name: 'Stop' }).reverse()) await userEvent.click(button)
    expect(await screen.findAllByText('Stopped. Nothing of it was stored.')).toHaveLength(2)
    expect(FakeXhr.sent).toHaveLength(1)
  })

  it('that are refused say why; what the server does not answer is said too', async () => {
    server()
    shown()
    await add('bad.csv', 'lost.csv')
    await waitFor(() => expect(FakeXhr.sent).toHaveLength(1))
    FakeXhr.sent[0]!.answer(400, problem([{ field: 'lat', found: 'x', expected: 'y' }]))
    expect(await screen.findByText(/lat: found x, expected y\. Nothing was saved\./)).toBeTruthy()
    expect(screen.getByRole('button', { name: 'Say what the columns are' })).toBeTruthy()
    await waitFor(() => expect(FakeXhr.sent).toHaveLength(2))
    FakeXhr.sent[1]!.onerror?.()
    expect(await screen.findByText(/Ochote’s server did not answer/)).toBeTruthy()
  })

  it('that are too large are never sent', async () => {
    server()
    shown()
    const large = new File(['x'], 'large.csv')
    Object.defineProperty(large, 'size', { value: 61_000_000 })
    await userEvent.upload(screen.getByLabelText('Add files'), large)
    expect(await screen.findByText(/large\.csv: found 61 MB, expected at most 60 MB/)).toBeTruthy()
    expect(FakeXhr.sent).toEqual([])
  })
})

describe('a recording in the list', () => {
  it('is put with another stint, over its version', async () => {
    stored = [recording()]
    const { asked } = server((body) => {
      const { owner } = body as { owner: { stintId: string } }
      stored = [recording({ stintId: owner.stintId, version: 2 })]
      return { body: stored[0] }
    })
    shown()
    await userEvent.click(await screen.findByLabelText('Stint of one.csv'))
    await userEvent.click(screen.getByRole('option', { name: 'Bo Marsh, 09:45' }))
    expect(await screen.findByRole('link', { name: 'Review one.csv' })).toBeTruthy()
    expect(asked.find(({ method }) => method === 'PUT')?.body).toEqual({
      owner: { stintId: id(11), studentId: null, note: '' },
      fromVersion: 1,
    })
  })

  it('says that someone else was faster', async () => {
    stored = [recording()]
    server(() => ({
      status: 409,
      body: {
        code: 'conflict',
        type: 'x',
        title: 'Changed meanwhile',
        status: 409,
        currentVersion: 2,
        detail: 'The recording was saved by someone else meanwhile.',
      },
    }))
    shown()
    await userEvent.click(await screen.findByLabelText('Stint of one.csv'))
    await userEvent.click(screen.getByRole('option', { name: 'Bo Marsh, 09:45' }))
    expect((await screen.findByRole('alert')).textContent).toContain('saved by someone else')
  })

  it('says what was read of it', async () => {
    stored = [recording({ source: 'logger', fileName: 'Hatch 2', guessed: '2 stints match its times. Choose one.' })]
    server()
    shown()
    const row = within(await screen.findByRole('row', { name: /Hatch 2/ }))
    expect(row.getByText('(streamed)', { exact: false })).toBeTruthy()
    expect(row.getByText('2 stints match its times. Choose one.')).toBeTruthy()
    await userEvent.click(row.getByRole('button', { name: 'What was read of Hatch 2' }))
    const dialog = within(screen.getByRole('dialog'))
    expect(dialog.getByText('100 rows read. None left out.')).toBeTruthy()
    expect(dialog.getByText('0.4 MB, kept in 0.2 MB.')).toBeTruthy()
    // a stream has no columns to be named
    expect(dialog.queryByRole('button', { name: 'Say what the columns are' })).toBeNull()
  })
})
