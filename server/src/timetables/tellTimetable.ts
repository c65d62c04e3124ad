import type { Day, FieldProblem, Plan, StintDraft, TimetableDraft } from '@ochote/contracts'
import { breaches, dayFileOf, minutesOf, planForRoad, plannedStints, roadAt } from '@ochote/core'
import { conflict, invalidInput } from '../http/appError'
import type { ByNoun, Repositories } from '../repositories'
import { stintProblems } from '../stints/stintProblems'

/** As in the likely clashes of stints: two minutes a lap, with the out lap and the in lap. */
const MINUTES_PER_LAP = 2
const OUT_AND_IN = 2
const MOST_LAPS = 60

/** In two places at once: no school means that. */
const TWICE = /^(students|instructors|vehicles)\[\d+\]$/

const lapsIn = (minutes: number) => Math.max(1, Math.min(MOST_LAPS, Math.floor(minutes / MINUTES_PER_LAP) - OUT_AND_IN))

/** The stint of each place: on the plan it has, else on one for its car's type and the road, else on any for its type. */
async function stintsFor(
  all: ByNoun,
  day: Day,
  draft: TimetableDraft,
): Promise<{ stints: Map<string, StintDraft>; problems: FieldProblem[] }> {
  const plans = await all.plans.listForDay(day.id)
  const before = new Map((await all.stints.listForDay(day.id)).map(({ stint }) => [stint.id, stint]))
  const cars = await all.cars.list('all')
  const stints = new Map<string, StintDraft>()
  const problems: FieldProblem[] = []
  for (const [k, place] of draft.places.entries()) {
    const car = cars.find((one) => one.id === place.vehicle)
    const fits = (plan: Plan) => plan.vehicleTypeId === car?.vehicleTypeId
    const was = before.get(place.id)
    const own = plans.find((plan) => plan.id === was?.planId && fits(plan))
    const road = roadAt(day.hours, place.startsAt)
    const forRoad = road === null || !car ? undefined : planForRoad(plans, car.vehicleTypeId, road)
    const plan = own ?? forRoad ?? plans.find((one) => fits(one) && one.ready !== null) ?? plans.find(fits)
    if (!plan) {
      problems.push({
        field: `places[${k}].vehicle`,
        found: car?.name ?? place.vehicle,
        expected: 'a car whose type has a plan on this day',
      })
      continue
    }
    const lasts = draft.students.find((student) => student.id === place.student)?.stintMin ?? draft.stintMin
    stints.set(place.id, {
      ...{ planId: plan.id, studentId: place.student, instructorId: place.instructor, carId: place.vehicle },
      ...{ otherTypesCones: false, plannedLaps: was?.plannedLaps ?? lapsIn(lasts), startsAt: place.startsAt },
    })
  }
  return { stints, problems }
}

/**
 * Makes the places of a timetable the day's stints: new ones are added, others changed, and those that have no place any more archived.
 * What was driven stays as it is. All of it happens, or nothing.
 * @throws AppError where somebody or something would be in two places at once, or a car has no plan
 */
export async function tellTimetable(all: Repositories, day: Day, draft: TimetableDraft): Promise<void> {
  const before = (await all.stints.listForDay(day.id)).map(({ stint }) => stint)
  const driven = new Set(before.filter((stint) => stint.planVersionId !== null).map((stint) => stint.id))
  const twice = breaches(dayFileOf(draft, [], null), plannedStints(draft), false).filter(({ rule }) => TWICE.test(rule))
  if (twice.length > 0) throw invalidInput(twice.map(({ rule, says }) => ({ field: rule, found: says, expected: 'one place at a time' })))
  const { stints, problems } = await stintsFor(all, day, draft)
  for (const [id, stint] of stints) problems.push(...(await stintProblems(all, stint, day, `places.${id}`)))
  if (problems.length > 0) throw invalidInput(problems)
  const inOrder = [...stints].sort(([, a], [, b]) => minutesOf(a.startsAt) - minutesOf(b.startsAt))
  await all.transaction(async (within) => {
    for (const stint of before) if (!stints.has(stint.id) && !driven.has(stint.id)) await within.stints.setArchived(stint.id, true)
    for (const [id, stint] of inOrder) {
      const was = before.find((one) => one.id === id)
      if (driven.has(id)) continue
      if (was) {
        const isSame = (Object.keys(stint) as (keyof StintDraft)[]).every((key) => stint[key] === was[key])
        if (!isSame && (await within.stints.save(id, day.id, stint, was.version)) === 'conflict') throw conflict('A stint', was.version)
        continue
      }
      const added = await within.stints.add({ ...stint, id, dayId: day.id, aims: [], briefedAt: null, planVersionId: null, version: 1 })
      if (added === 'saved' || added === 'same') continue
      // told before and taken off meanwhile: it comes back as it is now
      const stored = await within.stints.find(id)
      if (!stored || stored.stint.dayId !== day.id) throw conflict('A stint', stored?.stint.version ?? 0)
      await within.stints.setArchived(id, false)
      if ((await within.stints.save(id, day.id, stint, stored.stint.version)) === 'conflict')
        throw conflict('A stint', stored.stint.version)
    }
  })
}
