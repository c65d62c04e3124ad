import { describe, expect, it } from 'vitest'
import type { LogEntry } from '@ochote/contracts'
import { adviceFor, faultOf, faults } from '../faults/catalogue'
import { followUps } from './followUp'
import { cornerHistories } from './cornerHistory'
import { likelyFaults } from './likelyFaults'
import { bestLap, stintRecord, timedLaps } from './stintRecord'
import { workOnFrom } from './workOn'

const STINT = '018f0000-0000-7000-8000-000000000000'
const idOf = (n: number) => `018f0000-0000-7000-8000-${String(n).padStart(12, '0')}`
type Own<T> = T extends LogEntry ? Omit<T, 'id' | 'stintId' | 'deviceId' | 'deviceTime'> : never

/** A log from what was tapped at which second. */
function logOf(...taps: [atS: number, tapped: Own<LogEntry>][]): LogEntry[] {
  return taps.map(([atS, tapped], n) => ({
    ...tapped,
    id: idOf(n),
    stintId: STINT,
    deviceId: 'tablet',
    deviceTime: new Date(Date.UTC(2026, 9, 17, 9) + atS * 1000).toISOString(),
  }))
}
const line = { kind: 'line' } as const
const fault = (lap: number, corner: string, code: string, severity: 1 | 2 | 3 = 1) =>
  ({ kind: 'fault', lap, corner, code, severity }) as const

/** Five laps of 100 s, less a second each. */
const fiveLaps: [number, Own<LogEntry>][] = [
  [0, line],
  [100, line],
  [199, line],
  [297, line],
  [394, line],
  [490, line],
]

describe('a stint’s log', () => {
  it('is ready, then running, then ended', () => {
    expect(stintRecord([]).phase).toBe('ready')
    expect(stintRecord(logOf([0, line])).phase).toBe('running')
    expect(stintRecord(logOf([0, line], [100, line], [180, { kind: 'in' }])).phase).toBe('ended')
  })

  it('times laps from line to line; the last is still being driven', () => {
    const record = stintRecord(logOf([0, line], [101.25, line], [200, line]))
    expect(record.laps.map((l) => l.timeS)).toEqual([101.25, 98.75, null])
    expect(bestLap(record)?.number).toBe(2)
  })

  it('does not time the cool-down lap', () => {
    expect(stintRecord(logOf(...fiveLaps, [620, { kind: 'in' }])).laps).toHaveLength(5)
  })

  it('has no laps of a logger that went on when the car was in, until that is undone', () => {
    const measured = { kind: 'line', source: 'logger' } as const
    const log = logOf([0, measured], [100, measured], [200, { kind: 'in' }], [900, measured], [1000, measured])
    expect(timedLaps(stintRecord(log)).map((l) => l.timeS)).toEqual([100])
    expect(stintRecord(log).endedAtMs).toBe(Date.UTC(2026, 9, 17, 9, 3, 20))
    const undone = { ...log[2]!, id: idOf(99), kind: 'undo' as const, about: idOf(2) }
    expect(stintRecord([...log, undone])).toMatchObject({ endedAtMs: null, laps: [{ timeS: 100 }, { timeS: 800 }, { timeS: 100 }, {}] })
  })

  it('does not depend on the order in which entries arrive', () => {
    const log = logOf(...fiveLaps, [30, fault(1, '3', 'be')], [130, fault(2, '3', 'be', 2)])
    expect(stintRecord([...log].reverse())).toEqual(stintRecord(log))
  })

  it('takes back what was undone, even a lap, and puts it back when the undo is undone', () => {
    const log = logOf([0, line], [60, line], [61, { kind: 'undo', about: idOf(1) }], [100, line])
    expect(stintRecord(log).laps[0]?.timeS).toBe(100)
    const again = [...log, ...logOf([62, { kind: 'undo', about: idOf(2) }]).map((e) => ({ ...e, id: idOf(9) }))]
    expect(stintRecord(again).laps[0]?.timeS).toBe(60)
  })

  it('has a fault at the severity it was raised to, and as it was when the raise is undone', () => {
    const log = logOf([0, line], [10, fault(1, '2', 'bl')], [12, { kind: 'severity', about: idOf(1), severity: 3 }])
    expect(stintRecord(log).faults[0]?.severity).toBe(3)
    const undone = [...log, ...logOf([13, { kind: 'undo', about: idOf(2) }]).map((e) => ({ ...e, id: idOf(8) }))]
    expect(stintRecord(undone).faults[0]?.severity).toBe(1)
  })

  it('knows what was better from the fault it is about', () => {
    const log = logOf([0, line], [10, fault(1, '2', 'te')], [110, { kind: 'better', lap: 2, corner: '2', about: idOf(1) }])
    expect(stintRecord(log).betters).toMatchObject([{ lap: 2, corner: '2', code: 'te' }])
  })
})

describe('corrections', () => {
  const followUpOf = (...laps: (1 | 2 | 3 | null)[]) => {
    const taps = laps.flatMap((severity, n): [number, Own<LogEntry>][] =>
      severity ? [[n * 100 + 30, fault(n + 1, '5', 'be', severity)]] : [],
    )
    return followUps(stintRecord(logOf(...fiveLaps, ...taps)))[0]!
  }

  it.each([
    { laps: [2, null, null, null, null], verdict: 'not seen since' },
    { laps: [2, 2, 2, 2, 2], verdict: 'no change' },
    { laps: [3, 3, 2, 2, 1], verdict: 'better' },
    { laps: [2, 2, 2, null, null], verdict: 'not seen since' },
    { laps: [2, null, null, null, 2], verdict: 'back again' },
    { laps: [null, null, null, null, 2], verdict: 'no lap after' },
  ] as const)('logged $laps come out as $verdict', ({ laps, verdict }) => {
    expect(followUpOf(...laps)).toMatchObject({ verdict })
  })

  it('is better when “better” was tapped', () => {
    const log = logOf(...fiveLaps, [30, fault(1, '5', 'be')], [130, { kind: 'better', lap: 2, corner: '5', about: idOf(6) }])
    expect(followUps(stintRecord(log))[0]?.verdict).toBe('better')
  })
})

describe('what to work on', () => {
  const corrections = (...taps: [number, Own<LogEntry>][]) => followUps(stintRecord(logOf(...fiveLaps, ...taps)))
  const noMark = () => null

  it('puts an unsafe fault first, even one that was put right', () => {
    const list = workOnFrom(
      corrections([30, fault(1, '9', 'bl', 3)], ...[1, 2, 3, 4, 5].map((n): [number, Own<LogEntry>] => [n * 98, fault(n, '2', 'xn', 2)])),
      noMark,
    )
    expect(list.map((w) => w.corner)).toEqual(['9', '2'])
  })

  it('gives way to the cause logged at the same corner, and says so in the reason', () => {
    const list = workOnFrom(corrections([30, fault(1, '4', 'be', 2)], [32, fault(1, '4', 'bh', 2)], [35, fault(2, '7', 'am', 1)]), noMark)
    expect(list.map((w) => w.code)).toEqual(['be', 'am'])
  })

  it('words the advice with the plan’s own mark', () => {
    const list = workOnFrom(corrections([30, fault(1, '4', 'be')]), (corner, duty) =>
      corner === '4' && duty === 'brake' ? 'the cone at the 50 board' : null,
    )
    expect(list[0]).toMatchObject({ advice: 'brake at the cone at the 50 board', reason: 'seen on lap 1, note; not seen since' })
  })

  it('counts how often and whether it was left', () => {
    const often = [1, 2, 3].map((n): [number, Own<LogEntry>] => [n * 98 - 20, fault(n + 2, '6', 'pl', 1)])
    const list = workOnFrom(corrections(...often, [30, fault(1, '3', 'xn', 2)]), noMark)
    expect(list[0]).toMatchObject({ corner: '6', reason: 'seen on laps 3, 4 and 5, note; no change' })
  })
})

describe('the fault catalogue', () => {
  it('has codes of two letters, each once, and causes that are faults', () => {
    expect(new Set(faults.map((f) => f.code)).size).toBe(faults.length)
    for (const f of faults) {
      expect(f.code).toMatch(/^[a-z]{2}$/)
      for (const cause of f.because) expect(faultOf(cause), `${f.code} because ${cause}`).not.toBeUndefined()
    }
  })

  it('says amounts only where they were measured', () => {
    const early = faultOf('be')!
    expect(adviceFor(early, 'the 100 board')).toBe('brake at the 100 board')
    expect(adviceFor(early, 'the 100 board', { m: '14' })).toBe('brake at the 100 board, 14 m later')
    expect(adviceFor(faultOf('bh')!, null, { kmh: '6' })).toBe('carry 6 km/h more to the apex')
    for (const f of faults) expect(adviceFor(f, null)).not.toMatch(/[{}[\]]/)
  })
})

describe('the faults a seat offers', () => {
  it('begin with those seen here before, the most often seen first', () => {
    expect(likelyFaults(['xn', 'te', 'te'], true, 4)).toEqual(['te', 'xn', 'be', 'bl'])
  })

  it('leave braking out of first place where nobody brakes', () => {
    expect(likelyFaults([], false, 6)).not.toContain('be')
    expect(new Set(likelyFaults([], true, 6)).size).toBe(6)
  })
})

describe('a corner over the days', () => {
  const day = (...laps: number[]) => [
    stintRecord(logOf(...fiveLaps, ...laps.map((lap): [number, Own<LogEntry>] => [lap * 98 - 20, fault(lap, '3', 'be')]))),
  ]

  it.each([
    { days: [day(1, 2, 3), day(4)], change: 'fewer' },
    { days: [day(1), day(1, 2, 3)], change: 'more' },
    { days: [day(1, 2), day()], change: 'not logged since' },
    { days: [day(), day(2)], change: 'new' },
    { days: [day(1), day(2)], change: 'the same' },
    { days: [day(), day()], change: 'nothing logged' },
    { days: [day(1)], change: null },
  ])('is $change', ({ days, change }) => {
    expect(cornerHistories(['3'], days)[0]?.change).toBe(change)
  })

  it('counts codes and the rate per lap', () => {
    const [history] = cornerHistories(['3'], [day(1, 2)])
    expect(history?.days[0]).toEqual({ codes: [{ code: 'be', times: 2 }], faults: 2, laps: 5, perLap: 0.4 })
    expect(timedLaps(day(1)[0]!)).toHaveLength(5)
  })
})
