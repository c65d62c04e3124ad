import { describe, expect, it } from 'vitest'
import { dayFileSchema, type PlannedStint } from '@ochote/contracts'
import { breaches } from './breaches'
import { costOf, wantsOf } from './wants'

const day = dayFileSchema.parse({
  ...{ ochote: { format: 'day', version: 1 }, startsAt: '09:00', endsAt: '12:00', stintMin: 20, turnroundMin: 5, onTrackAtOnce: 1 },
  pauses: [{ from: '10:30', to: '10:45' }],
  students: [
    { id: 'a', name: 'Ada', stints: 2, apartMin: 30, from: '09:10', until: '11:00', vehicles: ['v'], instructors: ['i'], group: 'G' },
    { id: 'b', name: 'Bo', stints: 1 },
  ],
  instructors: [
    { id: 'i', name: 'Ivo', inARow: 1, breakMin: 20, until: '11:30' },
    { id: 'j', name: 'Jo' },
  ],
  vehicles: [{ id: 'v', name: 'Hatch', stintsPerFill: 1, fillMin: 25, restMin: 10, until: '11:45' }, { id: 'w' }],
  groups: [{ id: 'G', windows: [{ from: '09:00', to: '10:30' }] }],
  fixed: [{ student: 'b', startsAt: '11:05', vehicle: 'w' }],
  wants: { keep: 2 },
  was: [
    { student: 'a', vehicle: 'v', instructor: 'i', startsAt: '09:10', endsAt: '09:30' },
    { student: 'a', vehicle: 'w', instructor: 'j', startsAt: '10:00', endsAt: '10:20' },
  ],
})
const stint = (student: string, startsAt: string, endsAt: string, vehicle = 'v', instructor = 'i'): PlannedStint => ({
  ...{ student, startsAt, endsAt, vehicle, instructor },
})
const good = [stint('a', '09:10', '09:30'), stint('a', '10:00', '10:20'), stint('b', '11:05', '11:25', 'w', 'j')]
const broken = (...stints: PlannedStint[]) => breaches(day, stints, false).map((b) => b.rule)

describe('the hard rules', () => {
  it('are all kept by a good timetable', () => {
    expect(breaches(day, good)).toEqual([])
  })

  it.each<[string, PlannedStint[]]>([
    ['students[0].stints', [...good, stint('a', '11:30', '11:50', 'w', 'j')]],
    ['students[0].stintMin', [stint('a', '09:10', '09:35')]],
    ['students[0].from', [stint('a', '09:05', '09:25')]],
    ['students[0].until', [stint('a', '10:45', '11:05')]],
    ['students[0].vehicles', [stint('a', '09:10', '09:30', 'w')]],
    ['students[0].instructors', [stint('a', '09:10', '09:30', 'v', 'j')]],
    ['groups[0].windows', [stint('a', '10:45', '11:05')]],
    ['students[0].apartMin', [stint('a', '09:10', '09:30'), stint('a', '09:55', '10:15')]],
    ['students[0]', [stint('a', '09:10', '09:30'), stint('a', '09:20', '09:40')]],
    ['startsAt', [stint('b', '08:55', '09:15')]],
    ['endsAt', [stint('b', '11:45', '12:05')]],
    ['gridMin', [stint('b', '09:02', '09:22')]],
    ['pauses[0]', [stint('b', '10:20', '10:40')]],
    ['vehicles[0]', [stint('a', '09:10', '09:30'), stint('b', '09:20', '09:40', 'v', 'j')]],
    ['vehicles[0].until', [stint('b', '11:40', '12:00', 'v', 'j')]],
    ['turnroundMin', [stint('b', '09:00', '09:20', 'w', 'j'), stint('b', '09:20', '09:40', 'w', 'i')]],
    ['vehicles[0].restMin', [stint('a', '09:10', '09:30'), stint('b', '09:35', '09:55', 'v', 'j')]],
    ['vehicles[0].stintsPerFill', [stint('a', '09:10', '09:30'), stint('b', '09:50', '10:10', 'v', 'j')]],
    ['instructors[0]', [stint('a', '09:10', '09:30'), stint('b', '09:15', '09:35', 'w', 'i')]],
    ['instructors[0].inARow', [stint('a', '09:10', '09:30'), stint('b', '09:45', '10:05', 'w', 'i')]],
    ['instructors[0].until', [stint('b', '11:15', '11:35', 'w', 'i')]],
    ['onTrackAtOnce', [stint('a', '09:10', '09:30'), stint('b', '09:15', '09:35', 'w', 'j')]],
    ['fixed[0]', [stint('b', '11:05', '11:25', 'v', 'j')]],
    ['vehicles', [stint('b', '09:10', '09:30', 'x', 'j')]],
    ['instructors', [stint('b', '09:10', '09:30', 'w', 'x')]],
    ['students', [stint('x', '09:10', '09:30', 'w', 'j')]],
  ])('%s is named where it is broken', (rule, stints) => {
    expect(broken(...stints)).toContain(rule)
  })

  it('say who, when and how much', () => {
    const says = breaches(day, [good[0]!, stint('a', '09:55', '10:15')]).map((b) => b.says)
    expect(says).toContain('Ada has 25 min before 09:55 instead of 30.')
    expect(says).toContain('Bo has 0 of 1 stints.')
  })
})

describe('the wants', () => {
  it('are counted as a pencil counts them', () => {
    const stints = [stint('a', '09:10', '09:30'), stint('a', '10:15', '10:35', 'v', 'j'), stint('b', '11:05', '11:25', 'v', 'j')]
    // Ada meets two; waits 45 min of which she needs 30; Hatch has 3 and the other 0; the end is at 11:25; her second stint has another
    // start and another car
    expect(wantsOf(day, stints).map((w) => [w.name, w.value, w.cost])).toEqual([
      ['sameInstructor', 1, 5],
      ['evenWait', 0.25, 0.25],
      ['evenVehicles', 3, 3],
      ['earlyFinish', expect.closeTo(145 / 60, 12), expect.closeTo(145 / 60, 12)],
      ['keep', 1.5, 3],
    ])
    expect(costOf(wantsOf(day, stints))).toBeCloseTo(5 + 0.25 + 3 + 145 / 60 + 3, 12)
  })
})
