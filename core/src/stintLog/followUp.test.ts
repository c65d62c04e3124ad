import type { LogEntry } from '@ochote/contracts'
import { describe, expect, it } from 'vitest'
import { followUps, correctionsToAskAbout } from './followUp'
import { expectedLapS, stintRecord } from './stintRecord'
import { suggestSteps } from './suggestSteps'

const idOf = (n: number) => `018f0000-0000-7000-8000-${String(n).padStart(12, '0')}`
type Own<T> = T extends LogEntry ? Omit<T, 'id' | 'stintId' | 'deviceId' | 'deviceTime'> & { deviceId?: string } : never
function logOf(...taps: [atS: number, tapped: Own<LogEntry>][]): LogEntry[] {
  return taps.map(([atS, tapped], n) => ({
    deviceId: 'tablet',
    ...tapped,
    id: idOf(n),
    stintId: idOf(999),
    deviceTime: new Date(Date.UTC(2026, 9, 17, 9) + atS * 1000).toISOString(),
  }))
}
const lines = (count: number, everyS = 100): [number, Own<LogEntry>][] =>
  Array.from({ length: count }, (_, k) => [k * everyS, { kind: 'line' }])
const called = { kind: 'called', lap: 1, corner: '4', code: 'be' } as const
const answer = (lap: number, result: 'fixed' | 'better' | 'no change') =>
  ({ kind: 'followed', lap, corner: '4', about: idOf(0), result, by: 'seen' }) as const
const fault = (lap: number, severity: 1 | 2 | 3, corner = '4', code = 'be') => ({ kind: 'fault', lap, corner, code, severity }) as const
const stateOf = (...taps: [number, Own<LogEntry>][]) => followUps(stintRecord(logOf([50, called], ...taps)))[0]!.verdict

describe('a correction that was called', () => {
  it('is not yet seen until a later lap says something', () => {
    expect(stateOf()).toBe('no lap after')
    expect(stateOf([60, fault(1, 2)])).toBe('no lap after')
  })
  it('is what the last pass showed: fixed, better, no change', () => {
    expect(stateOf([150, answer(2, 'fixed')])).toBe('fixed')
    expect(stateOf([150, answer(2, 'no change')], [250, answer(3, 'better')])).toBe('better')
    expect(stateOf([150, fault(2, 2)])).toBe('no change')
    expect(stateOf([40, fault(1, 3)], [150, fault(2, 1)])).toBe('better')
  })
  it('is back again when it was fixed before', () => {
    expect(stateOf([150, answer(2, 'fixed')], [250, fault(3, 1)])).toBe('back again')
  })
  it('takes an answer back with its undo', () => {
    expect(stateOf([150, answer(2, 'fixed')], [160, { kind: 'undo', about: idOf(1) }])).toBe('no lap after')
  })
  it('is asked about on later laps, once a lap, until it was right twice running', () => {
    const asked = (lap: number, ...taps: [number, Own<LogEntry>][]) =>
      correctionsToAskAbout(followUps(stintRecord(logOf([50, called], ...taps))), '4', lap).length
    expect(asked(1)).toBe(0)
    expect(asked(2)).toBe(1)
    expect(asked(2, [150, answer(2, 'fixed')])).toBe(0)
    expect(asked(3, [150, answer(2, 'fixed')])).toBe(1)
    expect(asked(4, [150, answer(2, 'fixed')], [250, answer(3, 'fixed')])).toBe(0)
    expect(correctionsToAskAbout(followUps(stintRecord(logOf([50, called]))), '5', 2)).toEqual([])
  })
})

describe('steps suggested', () => {
  const steps = (taps: [number, Own<LogEntry>][], calm = false) => {
    const record = stintRecord(logOf(...taps))
    return suggestSteps(record, followUps(record), calm).map((s) => `${s.of} ${s.way}`)
  }
  it('are none before a lap was driven', () => expect(steps([[0, { kind: 'line' }]])).toEqual([]))
  it('ask for less pace at once when something was unsafe, or an incident was', () => {
    expect(steps([...lines(2), [50, fault(1, 3)]])).toEqual(['pace down'])
    expect(steps([...lines(2), [50, { kind: 'incident', lap: 1, corner: '3', what: 'off' }]])).toEqual(['pace down'])
  })
  it('ask for less pace when marks slip', () => {
    expect(steps([...lines(3), [150, fault(2, 2)], [160, fault(2, 2, '6', 'am')]])).toEqual(['pace down'])
    expect(steps([...lines(3), [150, fault(2, 2)]])).toEqual([])
  })
  const praised = (...laps: number[]) =>
    laps.map((lap): [number, Own<LogEntry>] => [50 + 100 * (lap - 1), { kind: 'praise', lap, corner: '3', code: 'mark' }])
  it('ask for more after two laps that were seen to be right, after three of someone who wants calm', () => {
    expect(steps([...lines(3), ...praised(1, 2)])).toEqual(['pace up'])
    expect(steps([...lines(3), ...praised(1, 2)], true)).toEqual([])
    expect(steps([...lines(4), ...praised(1, 2, 3)], true)).toEqual(['pace up', 'marks down'])
  })
  it('ask for nothing where nobody said anything: silence is not success', () => {
    expect(steps(lines(3))).toEqual([])
    expect(steps(lines(6))).toEqual([])
    expect(steps([...lines(3), ...praised(2)])).toEqual([])
  })
  it('ask for more words where calling did not help, for fewer where it did', () => {
    const stuck = logOf([50, called], ...lines(4), [150, answer(2, 'no change')], [250, answer(3, 'no change')])
    const record = stintRecord(stuck)
    expect(suggestSteps(record, followUps(record)).map((s) => `${s.of} ${s.way}`)).toEqual(['words up'])
    const helped = stintRecord(logOf([50, called], ...lines(3), [150, answer(2, 'fixed')]))
    expect(suggestSteps(helped, followUps(helped)).map((s) => `${s.of} ${s.way}`)).toEqual(['words down'])
  })
  it('ask for more marks where places are missed all over, for fewer where every mark was met three laps running', () => {
    const missed = ['2', '4', '6'].map((corner, k): [number, Own<LogEntry>] => [110 + k, fault(2, 1, corner, 'am')])
    expect(steps([...lines(3), ...missed])).toContain('marks up')
    expect(steps([...lines(4), ...missed])).not.toContain('marks down')
    expect(steps([...lines(4), ...praised(1, 2, 3)])).toContain('marks down')
    expect(steps(lines(4))).not.toContain('marks down')
  })
  it('are not made again once they were decided', () => {
    expect(steps([...lines(3), ...praised(1, 2), [210, { kind: 'step', lap: 2, of: 'pace', way: 'up', reason: '' }]])).toEqual([])
  })
})

describe('a log kept by several', () => {
  const record = (...taps: [number, Own<LogEntry>][]) => stintRecord(logOf(...taps))
  it('counts a crossing once that two devices tapped, and times it by the first', () => {
    const { laps } = record(
      [0, { kind: 'line' }],
      [2, { kind: 'line', source: 'wall', deviceId: 'wall' }],
      [100, { kind: 'line' }],
      [101, { kind: 'line', deviceId: 'wall' }],
    )
    expect(laps.map((l) => l.timeS)).toEqual([100, null])
  })
  it('keeps the logger’s time before a tapped one', () => {
    const { laps } = record(
      [1, { kind: 'line' }],
      [0.25, { kind: 'line', source: 'logger' }],
      [100.5, { kind: 'line' }],
      [100.75, { kind: 'line', source: 'logger' }],
    )
    expect(laps.map((l) => l.timeS)).toEqual([100.5, null])
  })
  it('counts two taps on one device as two', () => {
    expect(record([0, { kind: 'line' }], [9, { kind: 'line' }]).laps).toHaveLength(2)
  })
  it('puts a clock right that was found to be wrong', () => {
    const [a, b] = logOf([0, { kind: 'line' }], [100, { kind: 'line', deviceId: 'other' }])
    const slow = { ...b!, deviceTime: new Date(Date.parse(b!.deviceTime) - 240_000).toISOString(), clockOffsetMs: 240_000 }
    expect(stintRecord([a!, slow]).laps.map((l) => l.timeS)).toEqual([100, null])
  })
  it('keeps the last report of an incident with it', () => {
    const report = (happened: string) =>
      ({ kind: 'report', about: idOf(0), happened, others: '', injured: '', damage: '', witnesses: '', done: '' }) as const
    const { incidents } = record(
      [10, { kind: 'incident', lap: 1, corner: '3', what: 'spin' }],
      [20, report('first')],
      [30, report('second')],
    )
    expect(incidents.map((i) => [i.incident.what, i.report?.happened])).toEqual([['spin', 'second']])
  })
  it('expects the next lap to take what the last one did, but for a line tapped by mistake', () => {
    expect(expectedLapS(record([0, { kind: 'line' }]), 90)).toBe(90)
    expect(expectedLapS(record([0, { kind: 'line' }], [100, { kind: 'line' }]), 90)).toBe(100)
    expect(expectedLapS(record([0, { kind: 'line' }], [3, { kind: 'line' }]), 90)).toBe(90)
  })
})
