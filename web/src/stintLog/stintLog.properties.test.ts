import 'fake-indexeddb/auto'
import type { LogEntry } from '@ochote/contracts'
import { stintRecord } from '@ochote/core'
import { QueryClient } from '@tanstack/react-query'
import fc from 'fast-check'
import { IDBFactory } from 'fake-indexeddb'
import { afterEach, expect, it, vi } from 'vitest'
import { LogServer } from '../fixtures/logServer'
import { idOf, stint } from '../fixtures/stadium'
import { logQuery } from './logQuery'

afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

const START_MS = Date.UTC(2026, 9, 17, 9)
let made = 0
const entryOf = (device: string, body: { kind: 'line' } | { kind: 'fault'; corner: string }): LogEntry => {
  const identity = { id: idOf(++made), stintId: stint.id, deviceId: device, deviceTime: new Date(START_MS + made * 1000).toISOString() }
  return body.kind === 'line'
    ? { ...identity, kind: 'line' }
    : { ...identity, kind: 'fault', lap: 1, corner: body.corner, code: 'be', severity: 2 }
}

type Step = 'tap' | 'other device' | 'poll' | 'time passes'
const steps = fc.array(
  fc.record({
    step: fc.constantFrom<Step>('tap', 'tap', 'other device', 'poll', 'poll', 'time passes'),
    corner: fc.constantFrom(null, '1', '2'),
    /** what the link does to whatever this step sends: it may also be lost on the way back, after the server has stored it */
    link: fc.constantFrom(null, null, 'no answer' as const, 'answer lost' as const, 'server error' as const),
  }),
  { minLength: 5, maxLength: 40 },
)
/** Entries in one order, without what the server adds to them. */
const plain = (entries: readonly LogEntry[]) => {
  const own = entries.map((entry) => Object.fromEntries(Object.entries(entry).filter(([name]) => !serverFields.includes(name))))
  return own.sort((a, b) => (String(a.id) < String(b.id) ? -1 : 1))
}
const serverFields = ['seq', 'serverTime']

it('a log asked for piece by piece is the same as one asked for whole, whatever the link loses on the way', async () => {
  await fc.assert(
    fc.asyncProperty(steps, async (taken) => {
      vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
      vi.stubGlobal('indexedDB', new IDBFactory())
      vi.resetModules()
      const { StintLogs } = await import('./stintLogs')
      const { Outbox } = await import('../device/outbox')
      const server = new LogServer()
      const outbox = new Outbox()
      const logs = new StintLogs(outbox)
      await outbox.open()
      logs.open([stint.id])
      await vi.waitFor(() => expect(logs.stateOf(stint.id).ready).toBe(true))
      const client = new QueryClient({ defaultOptions: { queries: { retry: false } } })
      const query = logQuery({ stintId: stint.id })
      const own: LogEntry[] = []
      const poll = async () => {
        const answer = await client.fetchQuery({ ...query, staleTime: 0 }).catch(() => null)
        for (const [id, { entries }] of answer?.byStint ?? []) logs.merge(id, entries)
      }
      for (const { step, corner, link: now } of taken) {
        server.failure = now
        const entry = () => entryOf(step, corner === null ? { kind: 'line' } : { kind: 'fault', corner })
        if (step === 'tap') {
          own.push(entry())
          await logs.add(own.at(-1)!)
        } else if (step === 'other device') server.stored.push(entry())
        else if (step === 'time passes') await vi.advanceTimersByTimeAsync(5_000)
        else await poll()
        // nothing that was tapped here is ever missing, or there twice
        const ids = logs.stateOf(stint.id).entries.map((e) => e.id)
        expect(new Set(ids).size).toBe(ids.length)
        expect(own.filter((e) => !ids.includes(e.id))).toEqual([])
      }
      server.failure = null
      await vi.advanceTimersByTimeAsync(10_000)
      await vi.waitFor(() => expect(logs.stateOf(stint.id).waiting).toBe(0))
      await poll()
      const { entries } = logs.stateOf(stint.id)
      expect(plain(entries)).toEqual(plain(server.stored))
      expect(stintRecord(entries)).toEqual(stintRecord(server.stored))
      outbox.close()
      logs.close()
      vi.useRealTimers()
    }),
    { seed: 20261129, numRuns: 20 },
  )
})
