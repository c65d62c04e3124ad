import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { LogEntry } from '@ochote/contracts'
import { fakeServer } from '../fixtures/fakeServer'
import { idOf, logOf, solved, stint } from '../fixtures/stadium'
import { clockOffsetMs, setClockOffsetMs, stampAt, trueNow } from './deviceClock'

const entries = logOf([
  [0, { kind: 'line' }],
  [40, { kind: 'line' }],
])
beforeEach(() => {
  vi.resetModules()
  vi.stubGlobal('indexedDB', new IDBFactory())
})
afterEach(() => {
  vi.unstubAllGlobals()
  localStorage.clear()
})

describe('a device’s clock', () => {
  it('is corrected by what the server measured, and remembers it', () => {
    setClockOffsetMs(420_000)
    expect(clockOffsetMs()).toBe(420_000)
    expect(Math.abs(trueNow() - Date.now() - 420_000)).toBeLessThan(50)
    const stamp = stampAt(1_000_420_000)
    expect(stamp).toEqual({ deviceTime: new Date(1_000_000_000).toISOString(), clockOffsetMs: 420_000 })
  })
  it('says nothing of itself while it is right', () => {
    setClockOffsetMs(420_000)
    setClockOffsetMs(0)
    expect(stampAt(1_000)).toEqual({ deviceTime: '1970-01-01T00:00:01.000Z' })
  })
})

describe('the logs of several stints', () => {
  const receipt = (offset: number) => (asked: { body: unknown }) => ({
    body: { stored: (asked.body as { entries: LogEntry[] }).entries.map((e) => e.id), clockOffsetMs: offset },
  })
  it('are kept apart, and take over what other devices log', async () => {
    fakeServer(receipt(0))
    const { StintLogs } = await import('../stintLog/stintLogs')
    const logs = new StintLogs()
    logs.open([stint.id, idOf(60)])
    logs.merge(stint.id, [entries[0]!])
    await vi.waitFor(() => expect(logs.stateOf(stint.id).ready).toBe(true))
    await logs.add({ ...entries[1]!, stintId: idOf(60) })
    expect([stint.id, idOf(60)].map((id) => logs.stateOf(id).entries.length)).toEqual([1, 1])
    logs.merge(stint.id, entries)
    expect(logs.stateOf(stint.id).entries).toHaveLength(2)
    // an older answer that arrives late takes nothing away
    logs.merge(stint.id, [entries[0]!])
    expect(logs.stateOf(stint.id).entries).toHaveLength(2)
    logs.close()
  })
  it('carry the offset that the server found, in this page and after a reload', async () => {
    fakeServer(receipt(-90_000))
    const { StintLog } = await import('../stintLog/stintLog')
    const log = new StintLog(stint.id)
    await log.open()
    await log.add(entries[0]!)
    await vi.waitFor(() => expect(log.snapshot().waiting).toBe(0))
    expect(log.snapshot().entries[0]!.clockOffsetMs).toBe(-90_000)
    const again = new StintLog(stint.id)
    await again.open()
    expect(again.snapshot().entries[0]!.clockOffsetMs).toBe(-90_000)
  })
})

describe('solutions cached on the device', () => {
  it('is found by its key; the oldest go when there are many', async () => {
    const { cacheSolution, cachedSolution } = await import('./solutionStore')
    const { stored } = solved()
    for (let k = 0; k < 62; k++) {
      vi.setSystemTime(1_000_000 + k)
      await cacheSolution(`plan ${k}`, stored)
    }
    vi.useRealTimers()
    expect(await cachedSolution('plan 61')).toEqual(stored)
    expect(await cachedSolution('plan 0')).toBeNull()
    expect(await cachedSolution('another')).toBeNull()
  })
})
