import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { dayFileSchema, type DayFile, type PlannedStint } from '@ochote/contracts'
import { breaches, costOf, makeTimetable, wantsOf, type MilpSolver, type NoTimetable, type Timetable } from '@ochote/core'
import { loadSolver } from './index'

let solve: MilpSolver
beforeAll(async () => {
  solve = await loadSolver()
})

/** A morning of two students, one instructor and one car. */
const morning = {
  ...{ ochote: { format: 'day', version: 1 }, startsAt: '09:00', endsAt: '12:00', stintMin: 15, turnroundMin: 5 },
  students: [
    { id: 'a', name: 'Ada', stints: 2 },
    { id: 'b', name: 'Bo', stints: 2 },
  ],
  instructors: [{ id: 'i', name: 'Ivo' }],
  vehicles: [{ id: 'v', name: 'Hatch' }],
}
const dayOf = (change: object = {}): DayFile => dayFileSchema.parse({ ...morning, ...change })
const solved = (day: DayFile, seconds = 0.7) => makeTimetable(day, { solve, now: () => performance.now() }, { seconds })
const made = (day: DayFile, seconds?: number): Timetable => {
  const answer = solved(day, seconds)
  if (!answer.ok) throw new Error(`no timetable: ${answer.clash.map((c) => c.says).join(' ')}`)
  expect(breaches(day, answer.stints)).toEqual([])
  expect(answer.cost).toBeCloseTo(costOf(wantsOf(day, answer.stints)), 9)
  expect(answer.bound).toBeLessThanOrEqual(answer.cost)
  return answer
}
const none = (day: DayFile, seconds?: number) => {
  const answer = solved(day, seconds)
  if (answer.ok) throw new Error('there is a timetable')
  expect(breaches(day, answer.most.stints, false).filter((b) => !b.rule.startsWith('fixed'))).toEqual([])
  return { ...answer, mends: answer.mends.map((mend) => mend.says), eased: answer.mends.map((mend) => mend.day) }
}
/** More than any busy machine needs for a proof. */
const AMPLE_S = 60
const starts = ({ stints }: Timetable) => stints.map((s) => `${s.student} ${s.startsAt}`)

describe('a day with a timetable', () => {
  it('is done as early as the turnrounds allow, each student without a wait longer than it must be, and is proved to be the best', () => {
    const day = made(dayOf(), AMPLE_S) // it ends as soon as the proof is there
    // four stints of 15 min with three turnrounds of 5 min: 75 min; who waits, waits 5 min
    expect(day.wants.map((want) => [want.name, want.value])).toEqual([
      ['sameInstructor', 0],
      ['evenWait', expect.closeTo(10 / 60, 9)],
      ['evenVehicles', 0],
      ['earlyFinish', 1.25],
      ['keep', 0],
    ])
    expect(day.bound).toBeCloseTo(day.cost, 3)
  })

  it('keeps what is fixed, windows, pauses, and times that people are there', () => {
    const day = made(
      dayOf({
        pauses: [{ from: '10:00', to: '10:30' }],
        groups: [{ id: 'G', windows: [{ from: '09:30', to: '12:00' }] }],
        students: [
          { id: 'a', name: 'Ada', stints: 2, group: 'G', apartMin: 40 },
          { id: 'b', name: 'Bo', stints: 2, until: '11:00' },
        ],
        fixed: [{ student: 'a', startsAt: '09:45' }],
      }),
    )
    expect(starts(day)).toContain('a 09:45')
    expect(day.stints.filter((s) => s.student === 'a')[1]!.startsAt >= '10:40').toBe(true)
  })

  it('has a car away after its fills, and an instructor off after stints in a row', () => {
    const car = { id: 'v', name: 'Hatch', stintsPerFill: 2, fillMin: 25, restMin: 0 }
    expect(starts(made(dayOf({ vehicles: [car] }))).map((s) => s.slice(2))).toEqual(['09:00', '09:20', '10:00', '10:20'])
    const instructor = { id: 'i', name: 'Ivo', inARow: 3, breakMin: 30 }
    const day = made(dayOf({ instructors: [instructor] }))
    expect(day.wants.find((want) => want.name === 'earlyFinish')!.value).toBeCloseTo(100 / 60, 9)
  })

  it('changes as little as it can of what people were told', () => {
    const before = made(dayOf())
    const was = before.stints.map((stint) => ({ ...stint }))
    expect(starts(made(dayOf({ was })))).toEqual(starts(before))
    // the car is out from the second stint on: the first stays, as it was driven
    const [first] = was as [PlannedStint]
    const later = made(
      dayOf({
        was,
        vehicles: [...morning.vehicles, { id: 'w', name: 'Spare' }],
        students: morning.students.map((s) => ({ ...s, ...(s.id === first.student ? {} : { vehicles: ['w'] }) })),
        fixed: [{ student: first.student, startsAt: first.startsAt, vehicle: 'v', instructor: 'i' }],
        wants: { earlyFinish: 0, evenVehicles: 0 },
      }),
    )
    const keep = later.wants.find((want) => want.name === 'keep')!
    expect(keep).toMatchObject({ value: 1, cost: 3 }) // two stints in another car
  })

  it('has nothing to place', () => {
    expect(made(dayOf({ students: [] }))).toMatchObject({ stints: [], cost: 0, bound: 0 })
  })
})

describe('a day without one', () => {
  const rules = (answer: Pick<NoTimetable, 'clash'>) => answer.clash.map((clash) => clash.rule)

  it('names the rules of one student that clash, and what would mend it', () => {
    const answer = none(
      dayOf({
        students: [
          { id: 'a', name: 'Ada', stints: 3, apartMin: 45, until: '10:30' },
          { id: 'b', name: 'Bo', stints: 2 },
        ],
      }),
      10,
    )
    expect(rules(answer)).toEqual(['students[0].until', 'students[0].apartMin'])
    expect(answer).toMatchObject({
      isProved: true,
      mends: ['Ada until 11:15.', 'Ada with 20 min between stints.', 'Fewer stints: 2 for Ada.'],
    })
    expect(answer.clash[0]!.says).toBe('Ada is there until 10:30, and has 3 stints of 15 min.')
    expect(answer.most.stints).toHaveLength(4)
    // each change is enough without the others
    expect(answer.eased.map((eased) => eased && made(eased).stints.length)).toEqual([5, 5, null])
  })

  it('names them by their places in the day, whoever the student is', () => {
    const answer = none(
      dayOf({
        students: [...morning.students, { id: 'c', name: 'Cleo', stints: 2, apartMin: 60, from: '11:00' }],
        fixed: [
          { student: 'a', startsAt: '09:00' },
          { student: 'c', startsAt: '11:00' },
        ],
      }),
      3,
    )
    expect(rules(answer)).toEqual(['students[2].from', 'students[2].apartMin', 'endsAt'])
    expect(answer.mends).toEqual([
      'Cleo from 09:45.',
      'Cleo with 30 min between stints.',
      'The day goes on until 12:30.',
      'Fewer stints: 1 for Cleo.',
    ])
  })

  it('names two fixed stints that are in each other’s way', () => {
    const fixed = ['10:00', '10:10'].map((startsAt, k) => ({ student: 'ab'[k]!, startsAt, vehicle: 'v', instructor: 'i' }))
    const answer = none(dayOf({ fixed }), 3)
    expect(rules(answer)).toEqual(['fixed[0]', 'fixed[1]'])
    expect(answer.mends.slice(0, 2)).toEqual(['Ada not fixed at 10:00.', 'Bo not fixed at 10:10.'])
  })

  it('names what is short for everybody, and the most that fits', () => {
    const answer = none(dayOf({ endsAt: '10:00' }), 3)
    expect(rules(answer)).toContain('endsAt')
    expect(answer.mends).toContain('The day goes on until 10:15.')
    expect(answer.most.stints).toHaveLength(3)
  })

  it('has more fixed stints than a student has, or one that is not on the grid', () => {
    const fixed = [
      { student: 'a', startsAt: '09:00' },
      { student: 'a', startsAt: '10:00' },
      { student: 'a', startsAt: '11:00' },
    ]
    expect(rules(none(dayOf({ fixed }), 3))).toEqual(['fixed[0]', 'fixed[1]', 'fixed[2]'])
    expect(rules(none(dayOf({ fixed: [{ student: 'a', startsAt: '09:02' }] }), 3))).toEqual(['fixed[0]'])
  })
})

/** Every timetable of a tiny day, one slot after the other. */
function leastCost(day: DayFile): number | null {
  const wanted = day.students.flatMap((s) => Array.from({ length: s.stints }, () => s))
  const times = Array.from({ length: 60 }, (_, k) => 540 + k * day.gridMin).filter((t) => t + day.stintMin <= 540 + 75)
  const clock = (t: number) => `${String(Math.floor(t / 60)).padStart(2, '0')}:${String(t % 60).padStart(2, '0')}`
  let least: number | null = null
  const place = (k: number, stints: PlannedStint[]) => {
    if (k === wanted.length) {
      if (breaches(day, stints).length > 0) return
      const cost = costOf(wantsOf(day, stints))
      if (least === null || cost < least) least = cost
      return
    }
    const student = wanted[k]!
    const after = k > 0 && wanted[k - 1] === student ? stints[k - 1]!.startsAt : ''
    for (const t of times)
      for (const vehicle of day.vehicles)
        for (const instructor of day.instructors) {
          const stint = {
            student: student.id,
            vehicle: vehicle.id,
            instructor: instructor.id,
            startsAt: clock(t),
            endsAt: clock(t + day.stintMin),
          }
          if (stint.startsAt <= after) continue
          const now = [...stints, stint]
          const hard = breaches(day, now, false).filter((b) => !/fixed|stintsPerFill/.test(b.rule))
          if (hard.length === 0) place(k + 1, now)
        }
  }
  place(0, [])
  return least
}

describe('tiny days, against every timetable there is', () => {
  it('finds the best, or that there is none; its bound is never over the best', () => {
    const person = (id: string) =>
      fc.record({
        ...{ id: fc.constant(id), name: fc.constant(id), stints: fc.integer({ min: 1, max: 2 }), apartMin: fc.constantFrom(0, 20) },
        from: fc.constantFrom('09:00', '09:15'),
      })
    const days = fc.record({
      ...{
        endsAt: fc.constantFrom('10:00', '10:15'),
        gridMin: fc.constant(15),
        stintMin: fc.constant(15),
        turnroundMin: fc.constantFrom(0, 5),
      },
      students: fc.tuple(person('a'), person('b')),
      instructors: fc.constantFrom([{ id: 'i', inARow: 2, breakMin: 15 }], [{ id: 'i', until: '09:45' }, { id: 'j' }]),
      vehicles: fc.constantFrom([{ id: 'v', stintsPerFill: 2, fillMin: 15 }], [{ id: 'v' }, { id: 'w', restMin: 20 }]),
      wants: fc.record({ sameInstructor: fc.constantFrom(0.1, 5), evenWait: fc.constantFrom(0, 1), earlyFinish: fc.constantFrom(0, 1) }),
    })
    fc.assert(
      fc.property(days, (raw) => {
        const day = dayOf(raw)
        const best = leastCost(day)
        const answer = solved(day, 0.5)
        if (best === null) {
          expect(answer.ok).toBe(false)
          return
        }
        if (!answer.ok) throw new Error('a timetable was missed')
        expect(breaches(day, answer.stints)).toEqual([])
        expect(answer.cost).toBeCloseTo(best, 6)
        expect(answer.bound).toBeLessThanOrEqual(best + 1e-4)
      }),
      { numRuns: 20, seed: 20_261_129 },
    )
  })
})

describe('days of every size', () => {
  const day = (students: number, instructors: number, vehicles: number) =>
    dayOf({
      ...{ endsAt: '17:00', pauses: [{ from: '12:30', to: '13:15' }], onTrackAtOnce: Math.min(instructors, vehicles) },
      students: Array.from({ length: students }, (_, k) => ({
        id: `s${k}`,
        name: `S ${k}`,
        stints: 2,
        apartMin: 30,
        ...(k % 5 === 0 ? { until: '15:00' } : {}),
      })),
      instructors: Array.from({ length: instructors }, (_, k) => ({ id: `i${k}`, inARow: 3 + (k % 2), breakMin: 15 })),
      vehicles: Array.from({ length: vehicles }, (_, k) => ({ id: `v${k}`, stintsPerFill: 4, fillMin: 15 })),
    })

  it.each([
    [8, 2, 4],
    [60, 8, 10],
  ])('%i students with %i instructors and %i cars keep every rule', (...size) => {
    const answer = made(day(...size), 3)
    expect(answer.stints).toHaveLength(2 * size[0])
    expect(answer.bound).toBeGreaterThan(0)
  })
})
