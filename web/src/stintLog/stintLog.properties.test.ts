import 'fake-indexeddb/auto'
import type { LogEntry } from '@ochote/contracts'
import { stintRecord } from '@ochote/core'
import { QueryClient } from '@tanstack/react-query'
import fc from 'fast-check'
import { IDBFactory } from 'fake-indexeddb'
import { afterEach, expect, it, vi } from 'vitest'
import { fakeServer } from '../fixtures/fakeServer'
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
    link: fc.constantFrom('up', 'up', 'down', 'answer lost', 'refused'),
  }),
  { minLength: 5, maxLength: 40 },
)
/** Entries in one order, without what the server adds to them. */
const plain = (entries: readonly LogEntry[]) => {
  const own = entries.map((entry) => Object.fromEntries(Object.entries(entry).filter(([name]) => !serverFields.includes(name))))
  return own.sort((a, b) => (String(a.id) < String(b.id) ? -1 : 1))
}
const serverFields = ['seq', 'serverTime', 'clockOffsetMs']

it('a log asked for piece by piece is the same as one asked for whole, whatever the link loses on the way', async () => {
  await fc.assert(
    fc.asyncProperty(steps, async (taken) => {
      vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
      vi.stubGlobal('indexedDB', new IDBFactory())
      vi.resetModules()
      const { StintLogs } = await import('./stintLogs')
      const stored: LogEntry[] = []
      let link = 'up'
      const store = (entries: readonly LogEntry[]) => {
        for (const entry of entries) if (!stored.some((e) => e.id === entry.id)) stored.push(entry)
      }
      fakeServer(({ method, path, body }) => {
        if (link === 'down') return 'no answer'
        if (method === 'POST') {
          if (link === 'refused')
            return { status: 500, body: { code: 'internal', type: 'about:blank', title: 'Down', status: 500, detail: '' } }
          const { entries } = body as { entries: LogEntry[] }
          store(entries)
          return link === 'answer lost' ? 'no answer' : { body: { stored: entries.map((e) => e.id), clockOffsetMs: 0 } }
        }
        const after = Number(new URL(path, 'http://x').searchParams.get('after'))
        const page = stored.map((entry, k) => ({ ...entry, seq: k + 1, serverTime: entry.deviceTime })).slice(after)
        return link === 'up' ? { body: { entries: page, last: stored.length } } : 'no answer'
      })
      const logs = new StintLogs()
      logs.open([stint.id])
      await vi.waitFor(() => expect(logs.stateOf(stint.id).ready).toBe(true))
      const client = new QueryClient({ defaultOptions: { queries: { retry: false } } })
      const query = logQuery({ stintId: stint.id })
      const own: LogEntry[] = []
      const poll = async () => {
        const answer = await client.fetchQuery({ ...query, staleTime: 0 }).catch(() => null)
        for (const [id, entries] of answer?.byStint ?? []) logs.merge(id, entries)
      }
      for (const { step, corner, link: now } of taken) {
        link = now
        const entry = () => entryOf(step, corner === null ? { kind: 'line' } : { kind: 'fault', corner })
        if (step === 'tap') {
          own.push(entry())
          await logs.add(own.at(-1)!)
        } else if (step === 'other device') store([entry()])
        else if (step === 'time passes') await vi.advanceTimersByTimeAsync(5_000)
        else await poll()
        // nothing that was tapped here is ever missing, or there twice
        const ids = logs.stateOf(stint.id).entries.map((e) => e.id)
        expect(new Set(ids).size).toBe(ids.length)
        expect(own.filter((e) => !ids.includes(e.id))).toEqual([])
      }
      link = 'up'
      await vi.advanceTimersByTimeAsync(10_000)
      await vi.waitFor(() => expect(logs.stateOf(stint.id).waiting).toBe(0))
      await poll()
      const { entries } = logs.stateOf(stint.id)
      expect(plain(entries)).toEqual(plain(stored))
      expect(stintRecord(entries)).toEqual(stintRecord(stored))
      logs.close()
      vi.useRealTimers()
    }),
    { seed: 20261129, numRuns: 20 },
  )
})
