import 'fake-indexeddb/auto'
import type { LogEntry } from '@ochote/contracts'
import { IDBFactory } from 'fake-indexeddb'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { fakeServer } from '../fixtures/fakeServer'
import { idOf, logOf, stint } from '../fixtures/stadium'

const entries = logOf([
  [0, { kind: 'line' }],
  [10, { kind: 'fault', lap: 1, corner: '1', code: 'ae', severity: 2 }],
  [40, { kind: 'line' }],
])
const receipt = (body: unknown) => ({ body: { stored: (body as { entries: LogEntry[] }).entries.map((e) => e.id), clockOffsetMs: 0 } })
const sentIds = (asked: { body: unknown }[]) => asked.map((a) => (a.body as { entries: LogEntry[] }).entries.map((e) => e.id))

// every test has a device of its own: the module keeps its database open
async function freshDevice() {
  vi.resetModules()
  return { ...(await import('./stintLog')), ...(await import('../device/outbox')), store: await import('../device/deviceStore') }
}
let device: Awaited<ReturnType<typeof freshDevice>>
beforeEach(async () => {
  vi.stubGlobal('indexedDB', new IDBFactory())
  device = await freshDevice()
})
afterEach(() => vi.unstubAllGlobals())

describe('a stint’s log on the device', () => {
  it('sends each entry once, in the order it was tapped', async () => {
    const server = fakeServer(({ body }) => receipt(body))
    const log = new device.StintLog(stint.id)
    await log.open()
    for (const entry of entries) await log.add(entry)
    await vi.waitFor(() => expect(log.snapshot().waiting).toBe(0))
    expect(sentIds(server.asked).flat()).toEqual(entries.map((e) => e.id))
    expect(server.asked[0]!.path).toBe(`/api/stints/${stint.id}/log`)
    expect(log.snapshot().entries.map((e) => e.id)).toEqual(entries.map((e) => e.id))
  })

  it('shows and keeps entries while no server answers, and counts them as waiting', async () => {
    fakeServer(() => 'no answer')
    const log = new device.StintLog(stint.id)
    await log.open()
    for (const entry of entries) await log.add(entry)
    expect(log.snapshot()).toMatchObject({ waiting: 3, refused: null })
    expect(await device.store.unsentEntries()).toHaveLength(3)
    log.close()
  })

  it('goes on after a reload with what it kept, and sends what waited', async () => {
    fakeServer(() => 'no answer')
    const before = new device.StintLog(stint.id)
    await before.open()
    for (const entry of entries) await before.add(entry)
    before.close()
    const server = fakeServer(({ body }) => receipt(body))
    const again = new device.StintLog(stint.id)
    await again.open()
    expect(again.snapshot().entries).toHaveLength(3)
    await vi.waitFor(() => expect(again.snapshot().waiting).toBe(0))
    expect(sentIds(server.asked)).toEqual([entries.map((e) => e.id)])
    expect(await device.store.unsentEntries()).toEqual([])
  })

  it('tries again when the server comes back', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
    let away = true
    fakeServer(({ body }) => (away ? 'no answer' : receipt(body)))
    const log = new device.StintLog(stint.id)
    await log.open()
    await log.add(entries[0]!)
    await vi.waitFor(() => expect(vi.getTimerCount()).toBeGreaterThan(0))
    away = false
    await vi.advanceTimersByTimeAsync(5_000)
    vi.useRealTimers()
    await vi.waitFor(() => expect(log.snapshot().waiting).toBe(0))
  })

  it('keeps an entry that the server refuses, counts it as waiting, and sends what follows with it when it is taken', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
    let refuses = true
    const problem = {
      code: 'invalid-input',
      type: 'about:blank',
      title: 'Invalid input',
      status: 400,
      detail: 'entries[0].lap',
      fields: [],
    }
    const server = fakeServer(({ body }) => (refuses ? { status: 400, body: problem } : receipt(body)))
    const log = new device.StintLog(stint.id)
    await log.open()
    await log.add(entries[0]!)
    await vi.waitFor(() => expect(vi.getTimerCount()).toBeGreaterThan(0))
    expect(log.snapshot()).toMatchObject({ waiting: 1, entries: [entries[0]] })
    await log.add(entries[1]!)
    expect((await device.store.unsentEntries()).map((one) => one.id).sort()).toEqual([entries[0]!.id, entries[1]!.id].sort())
    refuses = false
    await vi.advanceTimersByTimeAsync(10_000)
    vi.useRealTimers()
    await vi.waitFor(() => expect(log.snapshot().waiting).toBe(0))
    expect(sentIds(server.asked).at(-1)).toEqual([entries[0]!.id, entries[1]!.id])
  })

  it('asks nothing more once closed, though an attempt was under way', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
    const server = fakeServer(() => 'no answer')
    const log = new device.StintLog(stint.id)
    await log.open()
    await log.add(entries[0]!)
    expect(server.asked).toHaveLength(1)
    log.close()
    await vi.advanceTimersByTimeAsync(60_000)
    vi.useRealTimers()
    expect(server.asked).toHaveLength(1)
    expect(await device.store.unsentEntries()).toHaveLength(1)
  })

  it('holds what another device stored beside its own, each entry once', async () => {
    fakeServer(({ body }) => receipt(body))
    const theirs = { ...entries[0]!, id: idOf(900), deviceId: 'other' }
    const log = new device.StintLog(stint.id)
    log.merge([theirs, entries[1]!])
    await log.open()
    await log.add(entries[1]!)
    expect(
      log
        .snapshot()
        .entries.map((e) => e.id)
        .sort(),
    ).toEqual([entries[1]!.id, idOf(900)].sort())
  })

  it('says so when the device can keep nothing, and shows nothing as logged', async () => {
    fakeServer(({ body }) => receipt(body))
    const log = new device.StintLog(stint.id)
    await log.open()
    const full = new DOMException('The quota has been exceeded.', 'QuotaExceededError')
    const put = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw full
    })
    await log.add(entries[0]!)
    put.mockRestore()
    expect(log.snapshot()).toMatchObject({ refused: full, entries: [] })
  })

  it('calls its listeners until they leave', async () => {
    fakeServer(({ body }) => receipt(body))
    const log = new device.StintLog(stint.id)
    let calls = 0
    const leave = log.subscribe(() => calls++)
    await log.open()
    expect(calls).toBe(1)
    leave()
    await log.add(entries[0]!)
    expect(calls).toBe(1)
  })
})

describe('what waits on the device', () => {
  it('is sent stint by stint, and not a second time', async () => {
    const other = { ...entries[1]!, id: idOf(901), stintId: idOf(77) }
    for (const entry of [...entries, other]) await device.store.storeEntry(entry)
    const server = fakeServer(({ body }) => receipt(body))
    await device.sendUnsent()
    expect(server.asked.map((a) => a.path).sort()).toEqual([`/api/stints/${stint.id}/log`, `/api/stints/${idOf(77)}/log`].sort())
    await device.sendUnsent()
    expect(server.asked).toHaveLength(2)
  })

  it('stays waiting when the server takes only part of it', async () => {
    for (const entry of entries) await device.store.storeEntry(entry)
    fakeServer(() => ({ body: { stored: [entries[0]!.id], clockOffsetMs: 0 } }))
    await device.sendUnsent()
    expect((await device.store.unsentEntries()).map((e) => e.id)).toEqual([entries[1]!.id, entries[2]!.id])
  })

  it('comes from a device that keeps its own name', () => {
    expect(device.store.deviceId()).toBe(device.store.deviceId())
  })
})
