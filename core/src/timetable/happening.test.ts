import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { usualWeights, type TimetableDraft } from '@ochote/contracts'
import { afterHappening, type Happening } from './happening'
import { dayFileOf } from './ofSchool'

const place = (id: string, student: string, startsAt: string, vehicle: string, instructor: string, isFixed = false) => ({
  ...{ id, student, startsAt, vehicle, instructor, isFixed },
})
const draft: TimetableDraft = {
  ...{ startsAt: '09:00', endsAt: '16:00', gridMin: 5, stintMin: 20, turnroundMin: 5, pauses: [], groups: [], wants: usualWeights },
  students: ['a', 'b', 'c'].map((id) => ({ id, name: '', stints: 2, apartMin: 20 })),
  instructors: ['i', 'j'].map((id) => ({ id, name: '', breakMin: 15 })),
  vehicles: ['v', 'w'].map((id) => ({ id, name: '', fillMin: 0, restMin: 0 })),
  places: [
    place('1', 'a', '09:00', 'v', 'i', true),
    place('2', 'b', '09:30', 'w', 'j'),
    place('3', 'a', '10:00', 'v', 'i', true),
    place('4', 'c', '10:00', 'w', 'j', true),
    place('5', 'b', '11:00', 'v', 'i'),
    place('6', 'c', '11:30', 'w', 'j'),
  ],
}
const none = new Set<string>()
const fixedIds = (day: TimetableDraft) => day.places.filter((one) => one.isFixed).map((one) => one.id)

describe('a day after something happened', () => {
  it('begins nothing before it is as late as it is', () => {
    const next = afterHappening(draft, { kind: 'late', minutes: 20 }, '09:45', none)
    expect([next.from, next.notBefore]).toEqual(['09:45', '10:05'])
    expect(fixedIds(next.draft)).toEqual(['1']) // those at ten can't begin then
    const file = dayFileOf(next.draft, draft.places, next.from, none, next.notBefore)
    expect(file.notBefore).toBe('10:05')
    expect(file.fixed.map((one) => one.startsAt)).toEqual(['09:00', '09:30'])
  })

  it('begins nothing while the track is closed', () => {
    expect(afterHappening(draft, { kind: 'stopped', until: '10:30' }, '09:45', none).notBefore).toBe('10:30')
  })

  it('has a car until what it is out with is over', () => {
    const next = afterHappening(draft, { kind: 'vehicle out', id: 'w' }, '09:40', none)
    expect(next.draft.vehicles).toMatchObject([{ id: 'v' }, { id: 'w', until: '09:50' }])
    expect(fixedIds(next.draft)).toEqual(['1', '3'])
  })

  it('has an instructor until then who has nothing under way', () => {
    const next = afterHappening(draft, { kind: 'instructor away', id: 'i' }, '09:40', none)
    expect(next.draft.instructors[0]!.until).toBe('09:40')
    expect(fixedIds(next.draft)).toEqual(['1', '4'])
  })

  it('asks no more of a student who has gone than what has begun', () => {
    const gone = afterHappening(draft, { kind: 'student gone', id: 'b' }, '10:00', none).draft
    expect(gone.students[1]!.stints).toBe(1)
    expect(gone.places.filter((one) => one.student === 'b').map((one) => one.id)).toEqual(['2'])
    const absent = afterHappening(draft, { kind: 'student gone', id: 'b' }, '08:00', none).draft
    expect(absent.students[1]!.stints).toBe(0)
    // driven early: it counts as begun although its time has not come
    expect(afterHappening(draft, { kind: 'student gone', id: 'b' }, '08:00', new Set(['2'])).draft.students[1]!.stints).toBe(1)
  })

  it('waits for a student who comes later', () => {
    const next = afterHappening(draft, { kind: 'student late', id: 'c', from: '11:00' }, '09:00', none).draft
    expect(next.students[2]!.from).toBe('11:00')
    expect(fixedIds(next)).toEqual(['1', '3'])
    // who has driven was there: such a day could have no timetable
    expect(() => afterHappening(draft, { kind: 'student late', id: 'b', from: '11:00' }, '10:00', none)).toThrow(RangeError)
  })

  it('does not bring back a car that was out already', () => {
    const out = afterHappening(draft, { kind: 'vehicle out', id: 'w' }, '08:00', none).draft
    expect(afterHappening(out, { kind: 'vehicle out', id: 'w' }, '09:00', none).draft.vehicles[1]!.until).toBe('08:00')
  })

  it('never touches what has begun, and leaves the day before it alone', () => {
    const happenings = fc.oneof(
      fc.record({ kind: fc.constant('late' as const), minutes: fc.integer({ min: 1, max: 480 }) }),
      fc.record({ kind: fc.constantFrom('vehicle out' as const), id: fc.constantFrom('v', 'w') }),
      fc.record({ kind: fc.constant('instructor away' as const), id: fc.constantFrom('i', 'j') }),
      fc.record({ kind: fc.constant('student gone' as const), id: fc.constantFrom('a', 'b', 'c') }),
    )
    const before = JSON.stringify(draft)
    fc.assert(
      fc.property(happenings as fc.Arbitrary<Happening>, fc.constantFrom('08:30', '09:15', '10:00', '11:15', '15:00'), (happening, now) => {
        const next = afterHappening(draft, happening, now, new Set(['5']))
        const begun = (places: TimetableDraft['places']) => places.filter((one) => one.startsAt < now || one.id === '5')
        expect(begun(next.draft.places)).toEqual(begun(draft.places))
        expect(JSON.stringify(draft)).toBe(before)
      }),
    )
  })
})
