import { screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { INTERFACE_VERSION } from '@ochote/contracts'
import { noteInterface } from '../api/interfaceVersion'
import { noteAnswer } from '../api/answerAge'
import { noteLocked } from '../api/locked'
import { fakeServer } from '../fixtures/fakeServer'
import { idOf, stint } from '../fixtures/stadium'
import { renderPage } from '../fixtures/render'
import { SendingState } from '../run/SendingState'
import { useStintLogs } from '../stintLog/useStintLogs'
import { OutboxNotice } from './OutboxNotice'
import { PinGate } from './PinGate'
import { ServerAway } from './ServerAway'

afterEach(() => vi.unstubAllGlobals())
const health = (change: object = {}) => ({ body: { ok: true, problem: null, unreadable: [], ...change } })

describe('what the bar says of the server', () => {
  it('is nothing while all is well', async () => {
    fakeServer(() => health())
    renderPage(<ServerAway />)
    await vi.waitFor(() => expect(screen.getByRole('status').textContent).toBe(''))
  })

  it('is why it can store nothing, and what it had to leave out', async () => {
    fakeServer(() => health({ ok: false, problem: 'The disk is full.', unreadable: ['people 1', 'plans 2'] }))
    renderPage(<ServerAway />)
    expect((await screen.findByRole('alert')).textContent).toBe('The disk is full.')
    expect(screen.getByTitle('people 1, plans 2').textContent).toBe('2 records can’t be read and are left out')
  })

  it('is how old a page is that the device kept, and that the server is of another version', async () => {
    fakeServer(() => health())
    renderPage(<ServerAway />)
    noteAnswer('/api/days', '2026-10-17T10:42:00.000Z')
    noteInterface(String(INTERFACE_VERSION + 1))
    expect((await screen.findByText(/^Shown as of \d\d:\d\d$/)).title).toContain('last answer')
    expect(screen.getByRole('button', { name: 'Ochote was updated: reload to go on' })).toBeTruthy()
    noteAnswer('/api/days', null)
    noteInterface(String(INTERFACE_VERSION))
    await vi.waitFor(() => expect(screen.queryByText(/^Shown as of/)).toBeNull())
  })
})

describe('what the bar says of this device', () => {
  /** A page with a button that logs the line, as a seat has. */
  function Logging() {
    const { add } = useStintLogs([stint.id])
    return (
      <>
        <OutboxNotice />
        <SendingState waiting={0} unreadable={2} />
        <button onClick={() => add(stint.id, { kind: 'line' })}>Line</button>
      </>
    )
  }

  it('is how many entries are still to be sent, and that none can be stored here', async () => {
    fakeServer(() => 'no answer')
    const refused = vi.fn(() => {
      throw new DOMException('The operation is insecure.', 'SecurityError')
    })
    vi.stubGlobal('indexedDB', { open: refused, deleteDatabase: refused })
    vi.resetModules()
    renderPage(<Logging />)
    await userEvent.click(screen.getByRole('button', { name: 'Line' }))
    expect(await screen.findByText('1 to send')).toBeTruthy()
    expect(screen.getByText('2 entries can’t be read here; nothing is lost')).toBeTruthy()
    vi.unstubAllGlobals()
  })

  it('is which entries the server does not take, why, and how to send them again', async () => {
    const { asked } = fakeServer(({ path, body }) => {
      if (path === '/api/time') return { body: { nowMs: Date.now(), databaseId: idOf(7) } }
      const { entries } = body as { entries: { id: string }[] }
      const refused = entries.map(({ id }) => ({ id, field: 'lap', found: '300', expected: 'at most 200' }))
      return { body: { databaseId: idOf(7), stored: [], refused } }
    })
    renderPage(<Logging />)
    await userEvent.click(screen.getByRole('button', { name: 'Line' }))
    await userEvent.click(await screen.findByRole('button', { name: '1 entry refused' }))
    const dialog = await screen.findByRole('dialog')
    expect(within(dialog).getByRole('row', { name: /line lap 300 at most 200/ })).toBeTruthy()
    const before = asked.length
    await userEvent.click(within(dialog).getByRole('button', { name: 'Send again' }))
    await vi.waitFor(() => expect(asked.length).toBeGreaterThan(before))
  })
})

describe('the school’s PIN', () => {
  it('is asked for when the server does, and can be put off', async () => {
    fakeServer(({ body }) =>
      (body as { pin: string }).pin === '482913'
        ? { body: {} }
        : {
            status: 400,
            body: { code: 'invalid-input', type: 't', title: 'That cannot be used', status: 400, detail: 'pin: found another', fields: [] },
          },
    )
    renderPage(<PinGate />)
    expect(screen.queryByRole('dialog')).toBeNull()
    noteLocked()
    await userEvent.click(await screen.findByRole('button', { name: 'Not now' }))
    await userEvent.click(screen.getByRole('button', { name: 'Give the PIN' }))
    await userEvent.type(await screen.findByLabelText('PIN'), '111111')
    await userEvent.click(screen.getByRole('button', { name: 'Open' }))
    expect(await screen.findByText('pin: found another')).toBeTruthy()
  })
})
