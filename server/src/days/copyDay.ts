import { createHash } from 'node:crypto'
import type { Day } from '@ochote/contracts'
import type { ByNoun } from '../repositories'

/** An id for the copy of a record: the same one when the copy is asked for again because its answer was lost. */
function copyId(dayId: string, sourceId: string): string {
  const hex = createHash('sha256').update(`${dayId}/${sourceId}`).digest('hex')
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-8${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20, 32)}`
}

/**
 * Gives a new day the plans, stints and sessions of an earlier one: as drafts, not driven, not briefed, without aims. What
 * someone answered for with their name is not answered for again.
 */
export async function copyDay(within: ByNoun, source: Day, day: Day): Promise<void> {
  const idOf = (sourceId: string) => copyId(day.id, sourceId)
  const stints = (await within.stints.listForDay(source.id)).map(({ stint }) => stint)
  const offered = new Set((await within.plans.listForDay(source.id)).map((plan) => plan.id))
  const plans = (await within.plans.listForDay(source.id, 'all')).filter(
    (plan) => offered.has(plan.id) || stints.some((stint) => stint.planId === plan.id),
  )
  for (const plan of plans)
    await within.plans.add({ ...plan, id: idOf(plan.id), dayId: day.id, version: 1, ready: null, unsafeAnswers: [] })
  for (const stint of stints)
    await within.stints.add({
      ...stint,
      ...{ id: idOf(stint.id), dayId: day.id, planId: idOf(stint.planId) },
      ...{ aims: [], briefedAt: null, planVersionId: null, version: 1 },
    })
  for (const session of await within.sessions.listForDay(source.id))
    await within.sessions.save({ ...session, id: idOf(session.id), dayId: day.id, stintIds: session.stintIds.map(idOf), version: 0 })
}
