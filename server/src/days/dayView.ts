import type { z } from 'zod'
import type { Day, dayViewSchema, Plan } from '@ochote/contracts'
import type { ByNoun } from '../repositories'
import { circuitOfDay } from './circuitOfDay'

/** Of everything stored, what is offered, and what is used all the same. */
async function offeredOr<T extends { id: string }>(
  { archivedIds }: { archivedIds: () => Promise<ReadonlySet<string>> },
  everything: readonly T[],
  used: ReadonlySet<string>,
): Promise<T[]> {
  const archived = await archivedIds()
  return everything.filter((one) => !archived.has(one.id) || used.has(one.id))
}

/**
 * Everything that the pages of a day list. What is archived is in it only where the day uses it, and what names a row that cannot be
 * read is left out with that row.
 */
export async function dayView(all: ByNoun, day: Day): Promise<z.input<typeof dayViewSchema>> {
  const [types, schemes, cars] = [await all.vehicleTypes.list('all'), await all.markerSchemes.list('all'), await all.cars.list('all')]
  const has = (list: readonly { id: string }[], id: string) => list.some((one) => one.id === id)
  const readable = (plan: Plan) => has(types, plan.vehicleTypeId) && has(schemes, plan.markerSchemeId)
  const everyStint = (await all.stints.listForDay(day.id)).filter(({ stint }) => has(cars, stint.carId))
  const plans = (await all.plans.listForDay(day.id, 'all')).filter(readable)
  const stints = everyStint.filter(({ stint }) => has(plans, stint.planId))
  const shown = new Set(stints.map(({ stint }) => stint.id))
  const sessions = (await all.sessions.listForDay(day.id))
    .map((session) => ({ ...session, stintIds: session.stintIds.filter((id) => shown.has(id)) }))
    .filter((session) => session.stintIds.length > 0)
  const used = new Set(stints.flatMap(({ stint }) => [stint.planId, stint.carId]))
  const shownPlans = await offeredOr(all.plans, plans, used)
  const shownCars = await offeredOr(all.cars, cars, used)
  const named = new Set(
    [...shownPlans, ...shownCars].flatMap((one) => [one.vehicleTypeId, 'markerSchemeId' in one ? one.markerSchemeId : '']),
  )
  return {
    ...day,
    ...{ stints, sessions, plans: shownPlans, cars: shownCars.filter((car) => has(types, car.vehicleTypeId)) },
    vehicleTypes: await offeredOr(all.vehicleTypes, types, named),
    markerSchemes: await offeredOr(all.markerSchemes, schemes, named),
    circuit: await circuitOfDay(all, day),
    people: await all.people.namesForDay(day.id),
    meeting: await all.meetings.find(day.id),
    carChecks: (await all.schools.find()).carChecks,
  }
}
