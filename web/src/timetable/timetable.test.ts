import { describe, expect, it } from 'vitest'
import { usualWeights, type TimetableDraft } from '@ochote/contracts'
import { changesOf, dayFileOf, placesOf, plannedStints, withRulesOf } from '@ochote/core'
import { clashesOf, firstFree, lacking, movedStart, split, swapped } from './moves'
import { instantOf, sheetCalendar } from './sheets/sheetCalendar'
import { sheetsOf } from './sheets/sheetRows'

const place = (id: string, student: string, startsAt: string, vehicle = 'v', instructor = 'i') => ({
  ...{ id, student, startsAt, vehicle, instructor, isFixed: false },
})
const draft: TimetableDraft = {
  ...{ startsAt: '09:00', endsAt: '11:00', gridMin: 5, stintMin: 15, turnroundMin: 5, pauses: [], groups: [], wants: usualWeights },
  students: [
    { id: 'a', name: 'Ada', stints: 2, apartMin: 20 },
    { id: 'b', name: 'Bo', stints: 1, apartMin: 0, stintMin: 20 },
  ],
  instructors: [{ id: 'i', name: 'Ivo', breakMin: 15 }],
  vehicles: [{ id: 'v', name: 'Hatch', fillMin: 0, restMin: 0 }],
  places: [place('1', 'a', '09:00'), place('2', 'b', '09:20')],
}

describe('the board', () => {
  it('says what clashes, in words, and nothing of what has no place yet', () => {
    expect(clashesOf(draft)).toEqual([])
    const close = { ...draft, places: [place('1', 'a', '09:00'), place('2', 'b', '09:15')] }
    expect(clashesOf(close).map((clash) => [clash.says, clash.stints])).toContainEqual([
      'Hatch at 09:15 has 0 min turnround instead of 5.',
      [0, 1],
    ])
  })

  it('places a stint that is lacking where it is free', () => {
    expect(lacking(draft)).toEqual([{ student: 'a', stints: 1 }])
    expect(firstFree(draft, 'a', '3')).toEqual(place('3', 'a', '09:45'))
    expect(firstFree({ ...draft, endsAt: '09:50' }, 'a', '3')).toBeNull()
  })

  it('moves on the grid and within the day, and exchanges times', () => {
    expect([movedStart(draft, '09:20', 7), movedStart(draft, '09:05', -60), movedStart(draft, '10:50', 90)]).toEqual([
      '09:25',
      '09:00',
      '11:00',
    ])
    const [one, other] = draft.places as [TimetableDraft['places'][number], TimetableDraft['places'][number]]
    expect(swapped(draft, one, other).places.map((p) => [p.student, p.startsAt])).toEqual([
      ['a', '09:20'],
      ['b', '09:00'],
    ])
  })
})

describe('a stint that is split', () => {
  it('becomes two of half the time, the second at the first free place after it', () => {
    const halves = split(draft, draft.places[1]!, 'new')!
    expect(halves.students[1]).toMatchObject({ stints: 2, stintMin: 10 })
    expect(halves.places.slice(1).map((p) => [p.id, p.startsAt])).toEqual([
      ['2', '09:20'],
      ['new', '09:35'],
    ])
    expect(clashesOf(halves)).toEqual([])
  })

  it('is not where its student has others, or where there is no room', () => {
    expect(split(draft, draft.places[0]!, 'new')).toBeNull()
    expect(split({ ...draft, endsAt: '09:40' }, draft.places[1]!, 'new')).toBeNull()
  })
})

describe('what was found', () => {
  it('keeps the ids of the stints it moves, so that briefs stay with them', () => {
    const stints = [
      ...plannedStints(draft)
        .slice(0, 1)
        .map((s) => ({ ...s, startsAt: '10:00', endsAt: '10:15' })),
      ...plannedStints(draft).slice(1),
    ]
    const places = placesOf(draft, stints, () => 'new')
    expect(places.map((p) => [p.id, p.startsAt])).toEqual([
      ['1', '10:00'],
      ['2', '09:20'],
    ])
    expect(changesOf(draft.places, places)).toMatchObject([{ student: 'a', was: { startsAt: '09:00' }, now: { startsAt: '10:00' } }])
  })

  it('is asked for with what was driven, is fixed or begins before now staying', () => {
    const fixed = (from: string | null, driven: string[] = []) => dayFileOf(draft, [], from, new Set(driven)).fixed.map((f) => f.student)
    expect([fixed(null), fixed('09:20'), fixed(null, ['2'])]).toEqual([[], ['a'], ['b']])
  })
})

describe('a change that makes a timetable possible', () => {
  it('takes the day’s new rules, and unfixes what they no longer fix', () => {
    const fixed = { ...draft, places: draft.places.map((p) => ({ ...p, isFixed: true })) }
    const eased = dayFileOf(fixed, [], null)
    const next = withRulesOf(fixed, { ...eased, endsAt: '12:00', fixed: eased.fixed.slice(1) })
    expect([next.endsAt, next.places.map((p) => p.isFixed)]).toEqual(['12:00', [false, true]])
    expect(next).not.toHaveProperty('fixed')
  })
})

describe('the sheets', () => {
  const stored = { draft, told: draft.places, driven: [], version: 1 }
  const words: Record<string, string> = { a: 'Ada', b: 'Bo', v: 'Hatch', i: 'Ivo' }
  const names = { of: (id: string) => words[id] ?? id, students: [], instructors: [], cars: [] }

  it('have everybody’s own day, as it was told', () => {
    expect(
      sheetsOf(stored, names, 'student').map((s) => [s.title, s.rows.map((r) => `${r.startsAt} ${r.endsAt} ${r.car} ${r.instructor}`)]),
    ).toEqual([
      ['Ada', ['09:00 09:15 Hatch Ivo']],
      ['Bo', ['09:20 09:40 Hatch Ivo']],
    ])
    expect(sheetsOf(stored, names, 'wall')[0]!.rows).toHaveLength(2)
  })

  it.each([
    ['2026-10-24', '09:00', 'Europe/Vienna', '2026-10-24T07:00:00.000Z'],
    ['2026-10-25', '09:00', 'Europe/Vienna', '2026-10-25T08:00:00.000Z'], // the clock went back that night
    ['2026-03-29', '09:00', 'Europe/Vienna', '2026-03-29T07:00:00.000Z'], // and forward that one
    ['2026-03-28', '09:00', 'Europe/Vienna', '2026-03-28T08:00:00.000Z'],
    ['2026-07-04', '23:30', 'America/New_York', '2026-07-05T03:30:00.000Z'],
    ['2026-07-04', '00:30', 'Pacific/Auckland', '2026-07-03T12:30:00.000Z'],
  ])('on %s at %s in %s is %s', (date, time, zone, instant) => {
    expect(instantOf(date, time, zone).toISOString()).toBe(instant)
  })

  it('make a calendar with an event for each stint', () => {
    const [sheet] = sheetsOf(stored, names, 'instructor')
    const text = sheetCalendar({ name: 'Opening day', date: '2026-10-25', circuit: 'Skerrow Basin', timeZone: 'Europe/Vienna' }, sheet!)
    expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(2)
    expect(text).toContain('DTSTART:20261025T080000Z')
    expect(text).toContain('SUMMARY:Bo in Hatch with Ivo')
  })
})
