import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { LogEntry } from '@ochote/contracts'
import { stintRecord } from '../stintLog/stintRecord'
import type { RecordedStint } from './recordedStint'
import { schoolRecord } from './schoolRecord'

let made = 0
type Tap = Record<string, unknown> & { kind: LogEntry['kind']; at: number; device?: string; id?: string }

/** A stint of laps of 100 s, with what was tapped in them. */
function stint(part: Partial<RecordedStint>, laps: number, taps: readonly Tap[] = []): RecordedStint {
  const id = `stint-${made++}`
  const lines = Array.from({ length: laps + 1 }, (_, k): Tap => ({ kind: 'line', at: 100 * k }))
  const entries = [...lines, ...taps, { kind: 'in', at: 100 * laps + 90 } as Tap].map(
    ({ at, device, ...entry }, k) =>
      ({
        ...{ id: `${id}-${k}`, stintId: id, deviceId: device ?? 'seat', deviceTime: new Date(1e12 + 1000 * at).toISOString() },
        ...entry,
      }) as LogEntry,
  )
  return {
    ...{ id, date: '2026-10-17', startsAt: '09:00', circuitId: 'ring', studentId: 'una', instructorId: 'rolf' },
    ...{ entries, record: stintRecord(entries), ...part },
  }
}
const fault = (lap: number, corner: string, code = 'be', severity = 2, device = 'seat'): Tap => ({
  ...{ kind: 'fault', lap, corner, code, severity, device, at: 100 * (lap - 1) + 50 },
})
const laps = (from: number, to: number) => Array.from({ length: to - from + 1 }, (_, k) => from + k)

describe('who is stuck', () => {
  const before = stint({ date: '2026-10-03' }, 4, [fault(1, '3'), fault(2, '3'), fault(3, '5', 'te')])
  it('is a student with the same fault at the same corner on the last two days, and no fewer of it', () => {
    const { stuck } = schoolRecord([stint({}, 4, [fault(1, '3'), fault(3, '3'), fault(4, '4')]), before])
    expect(stuck).toEqual([
      {
        ...{ studentId: 'una', circuitId: 'ring', corner: '3', code: 'be', isUnsafe: false },
        before: { date: '2026-10-03', faults: 2, laps: 4 },
        last: { date: '2026-10-17', faults: 2, laps: 4 },
      },
    ])
  })

  it('is nobody where it comes less often, on one day only, or on another circuit', () => {
    expect(schoolRecord([before, stint({}, 4, [fault(1, '3')])]).stuck).toEqual([])
    expect(schoolRecord([before]).stuck).toEqual([])
    expect(schoolRecord([before, stint({ circuitId: 'loop' }, 4, [fault(1, '3'), fault(2, '3')])]).stuck).toEqual([])
  })

  it('has unsafe faults first', () => {
    const also = stint({ date: '2026-10-03', studentId: 'per' }, 4, [fault(1, '7', 'bl', 3)])
    const now = stint({ studentId: 'per' }, 4, [fault(1, '7', 'bl', 3)])
    expect(schoolRecord([before, also, now, stint({}, 4, [fault(1, '3'), fault(2, '3')])]).stuck.map(({ studentId }) => studentId)).toEqual(
      ['per', 'una'],
    )
  })
})

describe('who tires', () => {
  it('is who has more faults in the second half of a day’s laps, by more than chance', () => {
    const late = stint(
      { startsAt: '14:00' },
      5,
      laps(1, 5).flatMap((lap) => [fault(lap, '3'), fault(lap, '4')]),
    )
    const { tired, hours } = schoolRecord([late, stint({}, 5)])
    expect(tired).toEqual([
      { studentId: 'una', date: '2026-10-17', early: { faults: 0, laps: 5 }, late: { faults: 10, laps: 5 }, isMore: true, timesLogged: 0 },
    ])
    expect(hours).toEqual([
      { hour: 9, faults: 0, laps: 5 },
      { hour: 14, faults: 10, laps: 5 },
    ])
  })

  it('is who was logged as tired, and nobody whose few faults may be chance', () => {
    expect(schoolRecord([stint({}, 6, [fault(5, '3'), fault(6, '3')])]).tired).toEqual([])
    expect(schoolRecord([stint({}, 6, [fault(6, '3', 'fa')])]).tired).toMatchObject([{ isMore: false, timesLogged: 1 }])
  })
})

describe('corners that cost everybody', () => {
  it('are those where most students had a fault, with the fault that most had', () => {
    const all = ['una', 'per', 'ida'].map((studentId, k) =>
      stint({ studentId }, 4, [fault(1, '3'), ...(k < 2 ? [fault(2, '5', 'te'), fault(3, '5', 'xw', 3)] : [fault(1, '8')])]),
    )
    expect(schoolRecord(all).corners).toEqual([
      { circuitId: 'ring', corner: '3', drove: 3, had: 3, faults: 3, laps: 12, unsafe: 0, code: 'be' },
      { circuitId: 'ring', corner: '5', drove: 3, had: 2, faults: 4, laps: 12, unsafe: 2, code: 'te' },
    ])
  })
})

describe('how instructors differ', () => {
  it('is said for one student on one day, where it is more than chance', () => {
    const strict = stint(
      { instructorId: 'hest', startsAt: '11:00' },
      5,
      laps(1, 5).flatMap((lap) => [fault(lap, '3'), fault(lap, '4')]),
    )
    expect(schoolRecord([stint({}, 5), strict]).instructors).toEqual([
      {
        studentId: 'una',
        date: '2026-10-17',
        less: { instructorId: 'rolf', faults: 0, laps: 5 },
        more: { instructorId: 'hest', faults: 10, laps: 5 },
      },
    ])
    expect(schoolRecord([stint({}, 5), { ...strict, studentId: 'per' }]).instructors).toEqual([])
    expect(schoolRecord([stint({}, 5), stint({ instructorId: 'hest' }, 5, [fault(1, '3')])]).instructors).toEqual([])
  })

  it('is counted in a stint that two logged, by name where the device knew who held it', () => {
    const both = stint({}, 4, [fault(1, '3'), fault(2, '4'), fault(3, '5'), fault(1, '3', 'be', 2, 'wall'), fault(2, '6', 'te', 2, 'wall')])
    const [unnamed] = schoolRecord([both, stint({}, 4, [fault(1, '3')])]).loggedTwice
    expect(unnamed).toMatchObject({ first: { instructorId: null, faults: 3 }, second: { instructorId: null, faults: 2 }, both: 1 })
    const by = (loggedBy: string, tap: Tap): Tap => ({ ...tap, loggedBy })
    const taps = [
      by('rolf', fault(1, '3')),
      by('rolf', fault(2, '4')),
      by('hest', fault(1, '3')),
      by('rolf', fault(3, '5', 'be', 2, 'phone')),
    ]
    expect(schoolRecord([stint({}, 4, taps)]).loggedTwice).toMatchObject([
      { first: { instructorId: 'rolf', faults: 3 }, second: { instructorId: 'hest', faults: 1 }, both: 1 },
    ])
  })
})

describe('which calls work', () => {
  it('counts what came of each correction that was called, and what nobody knows', () => {
    const called = (lap: number, corner: string, id: string): Tap => ({
      kind: 'called',
      lap,
      corner,
      code: 'be',
      id,
      at: 100 * (lap - 1) + 40,
    })
    const answered = (about: string, lap: number, result: string): Tap => ({
      kind: 'followed',
      about,
      lap,
      corner: '3',
      result,
      by: 'seen',
      at: 100 * (lap - 1) + 60,
    })
    const { calls } = schoolRecord([
      stint({}, 4, [called(1, '3', 'a'), answered('a', 2, 'fixed')]),
      stint({}, 4, [called(1, '3', 'b'), answered('b', 2, 'no change')]),
      stint({}, 4, [called(1, '3', 'c')]),
    ])
    expect(calls).toEqual([{ code: 'be', called: 3, worked: 1, failed: 1, unknown: 1 }])
  })
})

describe('the school’s record', () => {
  it('is empty before the first day', () => {
    expect(schoolRecord([])).toEqual({
      ...{
        from: null,
        to: null,
        days: 0,
        laps: 0,
        stuck: [],
        tired: [],
        hours: [],
        corners: [],
        instructors: [],
        loggedTwice: [],
        calls: [],
      },
    })
  })

  it('does not depend on the order of the stints', () => {
    const one = fc.record({
      studentId: fc.constantFrom('una', 'per'),
      instructorId: fc.constantFrom('rolf', 'hest'),
      date: fc.constantFrom('2026-10-03', '2026-10-17'),
      startsAt: fc.constantFrom('09:00', '11:00', '14:00'),
      faults: fc.array(fc.record({ lap: fc.integer({ min: 1, max: 4 }), corner: fc.constantFrom('3', '4') }), { maxLength: 8 }),
    })
    fc.assert(
      fc.property(fc.array(one, { maxLength: 8 }), (drawn) => {
        const all = drawn.map(({ faults, ...part }) =>
          stint(
            part,
            4,
            faults.map(({ lap, corner }) => fault(lap, corner)),
          ),
        )
        expect(schoolRecord([...all].reverse())).toEqual(schoolRecord(all))
      }),
    )
  })
})
