import 'fake-indexeddb/auto'
import type { LogEntry } from '@ochote/contracts'
import { IDBFactory } from 'fake-indexeddb'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { LogServer } from '../fixtures/logServer'
import { idOf, logOf, stint } from '../fixtures/stadium'

const entries = logOf([
  [0, { kind: 'line' }],
  [10, { kind: 'fault', lap: 1, corner: '1', code: 'ae', severity: 2 }],
  [40, { kind: 'line' }],
])
const ids = entries.map((e) => e.id)
const otherStint = { ...entries[1]!, id: idOf(901), stintId: idOf(77) }
const unheardOf = { ...entries[0]!, id: idOf(902), kind: 'teleport' } as unknown as LogEntry

// every test has a device of its own, and a reload keeps its database: modules hold it open
async function page() {
  vi.resetModules()
  const { Outbox } = await import('./outbox')
  const { StintLogs } = await import('../stintLog/stintLogs')
  const outbox = new Outbox()
  const logs = new StintLogs(outbox)
  await outbox.open()
  return { outbox, logs, store: await import('./deviceStore'), clock: await import('./deviceClock') }
}
type Page = Awaited<ReturnType<typeof page>>
let server: LogServer
const pages: Page[] = []
const open = async (): Promise<Page> => {
  const opened = await page()
  pages.push(opened)
  return opened
}
const reload = async (): Promise<Page> => {
  pages.forEach(({ outbox, logs }) => (outbox.close(), logs.close()))
  return open()
}
const settled = ({ outbox }: Page) => vi.waitFor(() => expect(outbox.snapshot().waiting).toBe(0))
const later = () => vi.advanceTimersByTimeAsync(10_000)

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'Date', 'performance'], now: new Date('2026-10-17T12:00:00Z') })
  vi.stubGlobal('indexedDB', new IDBFactory())
  server = new LogServer()
})
afterEach(() => {
  pages.splice(0).forEach(({ outbox, logs }) => (outbox.close(), logs.close()))
  vi.useRealTimers()
  vi.unstubAllGlobals()
  localStorage.clear()
})

describe('the outbox', () => {
  it('sends each entry once, in the order it was tapped, and shows it at once', async () => {
    const tab = await open()
    for (const entry of entries) await tab.logs.add(entry)
    expect(tab.logs.stateOf(stint.id).entries.map((e) => e.id)).toEqual(ids)
    await settled(tab)
    expect(server.batches.flat()).toEqual(ids)
    expect(server.stored.map((e) => e.id)).toEqual(ids)
  })

  it('shows an entry before it is on the disk, so that an undo is about the last one', async () => {
    const tab = await open()
    tab.logs.open([stint.id])
    const adding = tab.logs.add(entries[0]!)
    expect(tab.logs.stateOf(stint.id).entries).toHaveLength(1)
    await adding
    await settled(tab)
  })

  it('keeps entries while no server answers, through a reload, and sends them when it is back', async () => {
    server.failure = 'no answer'
    const before = await open()
    for (const entry of entries) await before.logs.add(entry)
    await vi.waitFor(() => expect(before.outbox.snapshot()).toMatchObject({ waiting: 3, refused: [], unstored: null }))
    const again = await reload()
    again.logs.open([stint.id])
    await vi.waitFor(() => expect(again.logs.stateOf(stint.id)).toMatchObject({ ready: true, waiting: 3 }))
    server.failure = null
    await later()
    await settled(again)
    expect(server.stored.map((e) => e.id)).toEqual(ids)
    expect(again.logs.stateOf(stint.id).entries).toHaveLength(3)
  })

  it('stores once what it sends twice, as when the answer was lost on the way', async () => {
    server.failure = 'answer lost'
    const tab = await open()
    await tab.logs.add(entries[0]!)
    await vi.waitFor(() => expect(server.stored).toHaveLength(1))
    server.failure = null
    await later()
    await settled(tab)
    expect(server.batches.length).toBeGreaterThan(1)
    expect(server.stored).toHaveLength(1)
  })

  it('gives up on a server that hangs, and tries again', async () => {
    const tab = await open()
    const answers = globalThis.fetch
    vi.stubGlobal('fetch', (path: string, options: RequestInit = {}) =>
      path.endsWith('/log')
        ? new Promise((_, reject) => options.signal?.addEventListener('abort', () => reject(new DOMException('late', 'AbortError'))))
        : answers(path, options),
    )
    await tab.logs.add(entries[0]!)
    await vi.waitFor(() => expect(vi.getTimerCount()).toBeGreaterThan(0))
    await vi.advanceTimersByTimeAsync(9_000) // longer than an answer is waited for
    vi.stubGlobal('fetch', answers)
    await later()
    await settled(tab)
    expect(server.stored).toHaveLength(1)
  })

  it('sets aside what the server refuses, and goes on with what comes after it and with other stints', async () => {
    server.refuses = (e) => (e.id === ids[0] ? 'a kind of entry' : null)
    const tab = await open()
    for (const entry of [...entries, otherStint]) await tab.logs.add(entry)
    await settled(tab)
    expect(server.stored.map((e) => e.id)).toEqual([ids[1], ids[2], otherStint.id])
    expect(tab.outbox.snapshot().refused).toMatchObject([{ id: ids[0], problem: { field: 'kind', expected: 'a kind of entry' } }])
    expect(tab.logs.stateOf(stint.id).entries).toHaveLength(3) // it is still part of what this device shows
    // sent again when the page is opened again, as after an update
    server.refuses = () => null
    const again = await reload()
    await settled(again)
    expect(again.outbox.snapshot().refused).toEqual([])
    expect(server.stored).toHaveLength(4)
  })

  it('sets aside the entries of a stint that the server does not know', async () => {
    server.unknown.add(stint.id)
    const tab = await open()
    for (const entry of [...entries, otherStint]) await tab.logs.add(entry)
    await settled(tab)
    expect(server.stored.map((e) => e.id)).toEqual([otherStint.id])
    expect(tab.outbox.snapshot().refused.map((e) => e.id)).toEqual(ids)
    server.unknown.clear()
    tab.outbox.retry()
    await settled(tab)
    expect(server.stored).toHaveLength(4)
  })

  it('sends what it cannot read itself: the server may know it', async () => {
    const tab = await open()
    tab.logs.open([stint.id])
    await tab.logs.add(unheardOf)
    await settled(tab)
    expect(server.stored).toEqual([unheardOf])
    expect(tab.logs.stateOf(stint.id)).toMatchObject({ entries: [], unreadable: 1 })
  })

  it('makes a batch smaller that is too large', async () => {
    server.failure = 'too large'
    const tab = await open()
    await Promise.all(entries.map((entry) => tab.logs.add(entry)))
    await settled(tab)
    expect(server.stored).toHaveLength(3)
    expect(Math.max(...server.batches.map((b) => b.length))).toBeLessThanOrEqual(3)
  })

  it('tries again after an error of the server, without refusing anything', async () => {
    server.failure = 'server error'
    const tab = await open()
    for (const entry of [entries[0]!, otherStint]) await tab.logs.add(entry)
    await vi.waitFor(() => expect(server.batches.length).toBeGreaterThan(1))
    expect(tab.outbox.snapshot()).toMatchObject({ waiting: 2, refused: [] })
    server.failure = null
    await later()
    await settled(tab)
    expect(server.stored).toHaveLength(2)
  })

  it('sends again what a server lacks that went back to older data, or that has other data', async () => {
    const tab = await open()
    for (const entry of entries) await tab.logs.add(entry)
    await settled(tab)
    server.stored = server.stored.slice(0, 1)
    const again = await reload()
    await vi.waitFor(() => expect(server.stored.map((e) => e.id)).toEqual(ids))
    server.stored = []
    server.databaseId = idOf(7001)
    await again.logs.add(otherStint) // its receipt names another database
    await vi.waitFor(() => expect(server.stored).toHaveLength(4))
    await settled(again)
  })

  it('tells the server of a clock that was measured only after the entries were sent', async () => {
    const answers = globalThis.fetch
    let slow = true
    vi.stubGlobal('fetch', async (path: string, options: RequestInit = {}) => {
      if (slow && path === '/api/time') await vi.advanceTimersByTimeAsync(2_000)
      return answers(path, options)
    })
    const tab = await open()
    const { clockEpoch } = tab.clock.stampNow()
    await tab.logs.add({ ...entries[0]!, clockEpoch })
    await settled(tab)
    slow = false
    server.aheadMs = 420_000
    await tab.outbox.check()
    await settled(tab)
    expect(server.stored).toHaveLength(1)
    expect(server.clocks.at(-1)).toMatchObject({ epoch: clockEpoch, foundBy: 'measured' })
  })

  it('notices by itself that the server came back with older data', async () => {
    const tab = await open()
    for (const entry of entries) await tab.logs.add(entry)
    await settled(tab)
    server.failure = 'no answer'
    await tab.outbox.check()
    server.stored = [] // the same database, as it was before
    server.failure = null
    await tab.outbox.check()
    await vi.waitFor(() => expect(server.stored.map((e) => e.id)).toEqual(ids))
  })

  it('logs to memory where the device stores nothing, says so, and sends all the same', async () => {
    const refused = vi.spyOn(IDBFactory.prototype, 'open').mockImplementation(() => {
      throw new DOMException('The operation is insecure.', 'SecurityError')
    })
    server.failure = 'no answer'
    const tab = await open()
    tab.logs.open([stint.id])
    await vi.waitFor(() => expect(tab.logs.stateOf(stint.id).ready).toBe(true))
    await tab.logs.add(entries[0]!)
    expect(tab.outbox.snapshot()).toMatchObject({
      waiting: 1,
      unstored: 'This browser stores nothing for Ochote here, as in a private window. Use an ordinary window.',
    })
    expect(tab.logs.stateOf(stint.id).entries).toHaveLength(1)
    server.failure = null
    await later()
    await settled(tab)
    refused.mockRestore()
    expect(server.stored).toHaveLength(1)
  })

  it('asks the browser to keep what it stores', async () => {
    const persist = vi.fn(() => Promise.resolve(true))
    vi.stubGlobal('navigator', { ...navigator, storage: { persist } })
    const tab = await open()
    await tab.logs.add(entries[0]!)
    expect(persist).toHaveBeenCalled()
    await settled(tab)
  })

  it('lets go of entries that were stored long ago, and of no others', async () => {
    const old = { ...entries[0]!, id: idOf(950), deviceTime: '2026-09-01T10:00:00.000Z' }
    const recent = { ...entries[0]!, id: idOf(951), deviceTime: new Date().toISOString() }
    const tab = await open()
    for (const entry of [old, recent]) await tab.logs.add(entry)
    await settled(tab)
    const again = await reload()
    await vi.waitFor(async () => expect((await again.store.entriesInState('sent')).map((e) => e.id)).toEqual([recent.id]))
  })

  it('sends nothing more once it is closed', async () => {
    server.failure = 'no answer'
    const tab = await open()
    await tab.logs.add(entries[0]!)
    await vi.waitFor(() => expect(vi.getTimerCount()).toBeGreaterThan(0))
    tab.outbox.close()
    const asked = server.asked.length
    await vi.advanceTimersByTimeAsync(60_000)
    expect(server.asked).toHaveLength(asked)
    expect(await tab.store.entriesInState('waiting')).toHaveLength(1)
  })
})

describe('the logs of several stints', () => {
  it('are kept apart, and take over what other devices log, each entry once', async () => {
    const { logs } = await open()
    logs.open([stint.id, otherStint.stintId])
    const theirs = { ...entries[0]!, id: idOf(900), deviceId: 'other' }
    logs.merge(stint.id, [theirs, entries[1]!])
    await logs.add(otherStint)
    await logs.add(entries[1]!)
    expect(
      logs
        .stateOf(stint.id)
        .entries.map((e) => e.id)
        .sort(),
    ).toEqual([entries[1]!.id, theirs.id].sort())
    expect(logs.stateOf(otherStint.stintId).entries).toHaveLength(1)
    // an older answer that arrives late takes nothing away
    logs.merge(stint.id, [theirs])
    expect(logs.stateOf(stint.id).entries).toHaveLength(2)
  })
})

describe('what was on the device before', () => {
  it('is sent, and what the server had stays sent', async () => {
    // the store as an earlier version of Ochote made it
    const { openDB } = await import('idb')
    const db = await openDB('ochote-device', 1, {
      upgrade: (old) => void old.createObjectStore('entries', { keyPath: 'id' }).createIndex('byStint', 'stintId'),
    })
    await db.put('entries', { id: ids[0], stintId: stint.id, entry: entries[0], sent: true })
    await db.put('entries', { id: ids[1], stintId: stint.id, entry: entries[1], sent: false })
    db.close()
    server.stored = [entries[0]!]
    const tab = await open()
    await vi.waitFor(() => expect(server.stored.map((e) => e.id)).toEqual([ids[0], ids[1]]))
    await settled(tab)
    expect(server.batches).toEqual([[ids[1]]])
  })
})
