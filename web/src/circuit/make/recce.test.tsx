import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { refused } from '../../api/inputProblem'
import { fakeServer } from '../../fixtures/fakeServer'
import { renderPage } from '../../fixtures/render'
import { idOf, stadiumDocument } from '../../fixtures/stadium'
import { stubSizes } from '../../fixtures/stubLayout'
import type { RecceAnswer, RecceFiles } from '../../workers/recce.worker'
import { DrawPage } from './DrawPage'
import { ReccePage } from './ReccePage'

// the tests' DOM has no workers: what is asked of one is recorded, and answered here
const worker = vi.hoisted(() => ({ asked: [] as RecceFiles[], answer: null as RecceAnswer | Error | null }))
vi.mock('../../workers/fileReaders', () => ({
  recceInWorker: (files: RecceFiles) => {
    worker.asked.push(files)
    return worker.answer instanceof Error ? Promise.reject(worker.answer) : Promise.resolve(worker.answer)
  },
}))

const made = (change: object = {}): RecceAnswer => ({
  circuit: { document: stadiumDocument(), lengthM: 760, laps: 3, leftOut: 0, spreadM: 0.6, ...change } as RecceAnswer['circuit'],
  driven: [
    [0, 0],
    [0.001, 0.001],
  ],
})
beforeEach(() => {
  stubSizes(400, 400)
  worker.asked.length = 0
  worker.answer = made()
})
afterEach(() => vi.unstubAllGlobals())
const recording = new File(['<gpx/>'], 'lap.gpx')
const add = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Add to the shelf' })

describe('a circuit from a recce drive', () => {
  it('is made of a recording with its widths, and added under its name', async () => {
    const { asked } = fakeServer(() => ({ body: { id: idOf(2), name: 'Round', lengthM: 760, closed: true } }))
    renderPage(<ReccePage />)
    expect(screen.getByText('Choose a recording to see the track here.')).toBeTruthy()
    await userEvent.upload(screen.getByLabelText('Recording'), recording)
    expect(await screen.findByText(/0\.76 km, 3 laps averaged.*0\.6 m from the middle/)).toBeTruthy()
    expect(worker.asked.at(-1)).toMatchObject({ widthLeftM: 5, widthRightM: 5, rightEdge: null, reversed: false })
    expect(add().disabled).toBe(true) // it has no name yet
    await userEvent.type(screen.getByLabelText(/^Name of the circuit/), ' Round ')
    await userEvent.click(add())
    const post = await vi.waitFor(() => asked.find((a) => a.path === '/api/circuits' && a.method === 'POST') ?? expect.fail('not sent'))
    expect(post.body).toMatchObject({ document: { ochote: { name: 'Round' } } })
  })

  it('is made again with other widths and the other way round, and not with a width that is none', async () => {
    renderPage(<ReccePage />)
    await userEvent.upload(screen.getByLabelText('Recording'), recording)
    await userEvent.click(screen.getByLabelText('Driven the other way round'))
    await vi.waitFor(() => expect(worker.asked.at(-1)).toMatchObject({ reversed: true }))
    const asked = worker.asked.length
    await userEvent.clear(screen.getByLabelText('Width to the left, m'))
    await userEvent.type(screen.getByLabelText('Width to the left, m'), '0')
    expect(screen.getByText(/found 0, expected/i)).toBeTruthy()
    expect(worker.asked).toHaveLength(asked)
    await userEvent.type(screen.getByLabelText('Width to the left, m'), ',5')
    expect(worker.asked.some((a) => a.widthLeftM === 0.5)).toBe(false)
  })

  it('takes widths from two edge drives only when both are there', async () => {
    renderPage(<ReccePage />)
    await userEvent.click(screen.getByLabelText('Measure widths from two edge drives'))
    await userEvent.upload(screen.getByLabelText('Recording along the left edge'), recording)
    expect(worker.asked).toHaveLength(0)
    await userEvent.upload(screen.getByLabelText('Recording along the right edge'), new File(['<gpx/>'], 'right.gpx'))
    await vi.waitFor(() => expect(worker.asked.at(-1)).toMatchObject({ insetM: 1.2, rightEdge: { name: 'right.gpx' } }))
  })

  it('says what is wrong with a recording, and how far laps lie apart', async () => {
    worker.answer = refused('This recording cannot be used', [{ field: 'lap.gpx', found: '1 lap', expected: '2 laps or more' }])
    renderPage(<ReccePage />)
    await userEvent.upload(screen.getByLabelText('Recording'), recording)
    expect(await screen.findByText(/lap\.gpx: found 1 lap, expected 2 laps or more/)).toBeTruthy()
    worker.answer = made({ spreadM: 4.2, leftOut: 2 })
    await userEvent.upload(screen.getByLabelText('Recording'), new File(['<gpx></gpx>'], 'other.gpx'))
    expect(await screen.findByText(/4\.2 m from the middle\. 2 laps of another length left out\./)).toBeTruthy()
  })
})

describe('a circuit that is drawn', () => {
  it('needs a name, points and sensible numbers, and says what is missing', async () => {
    renderPage(<DrawPage />)
    expect(screen.getByText(/^0 of at least \d+ points\.$/)).toBeTruthy()
    await userEvent.type(screen.getByLabelText(/^Name of the circuit/), 'Sketch')
    expect(add().disabled).toBe(true)
    const fields = screen.getAllByRole<HTMLInputElement>('textbox').filter((field) => field.inputMode === 'decimal')
    await userEvent.clear(fields[0]!)
    await userEvent.type(fields[0]!, 'wide')
    expect(screen.getByText(/found wide, expected/i)).toBeTruthy()
  })
})
