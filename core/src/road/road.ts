import type { Day, Plan, RoadState, Setup, Stint } from '@ochote/contracts'
import { isWet } from '../runOff/groundGrip'

/** From this grip down a plan is for a damp road. */
const DAMP_BELOW_GRIP = 0.95

/** The road at a time of a day as the day says it: a state holds until the next one. Null before the first. */
export function roadAt(hours: Day['hours'], time: string): RoadState | null {
  return hours.filter(({ from }) => from <= time).at(-1)?.road ?? null
}

/** The road that a plan's grip is for. */
export function roadOfPlan({ conditions }: Pick<Setup, 'conditions'>): RoadState {
  if (isWet(conditions)) return 'wet'
  return conditions.grip < DAMP_BELOW_GRIP ? 'damp' : 'dry'
}

const suits: Readonly<Record<RoadState, readonly RoadState[]>> = { dry: ['dry', 'damp'], damp: ['damp', 'wet'], wet: ['wet'] }

/** Whether a plan is for such a road; a damp road may be driven on a wet plan, and a dry one on a damp plan. */
export const suitsRoad = (setup: Pick<Setup, 'conditions'>, road: RoadState): boolean => suits[road].includes(roadOfPlan(setup))

/**
 * A plan for a vehicle type on such a road: one for exactly that road before one that only suits it, and a released one before one that is
 * not. Undefined where none suits.
 */
export function planForRoad(plans: readonly Plan[], vehicleTypeId: string, road: RoadState): Plan | undefined {
  const rank = (plan: Plan) => (roadOfPlan(plan.setup) === road ? 0 : 2) + (plan.ready === null ? 1 : 0)
  return plans
    .filter((plan) => plan.vehicleTypeId === vehicleTypeId && suitsRoad(plan.setup, road))
    .sort((a, b) => rank(a) - rank(b))
    .at(0)
}

/** A stint whose plan is for another road, and the plan it could go on; null where there is none for its type. */
export interface OnOtherRoad {
  readonly stint: Stint
  readonly plan: Plan
  readonly to: Plan | null
}

/** Stints not driven yet whose plan does not suit the road that the day says for their start, in time order. */
export function onOtherRoad(stints: readonly Stint[], plans: readonly Plan[], hours: Day['hours']): OnOtherRoad[] {
  return stints
    .flatMap((stint): OnOtherRoad[] => {
      const road = roadAt(hours, stint.startsAt)
      const plan = plans.find((one) => one.id === stint.planId)
      if (road === null || !plan || stint.planVersionId !== null || suitsRoad(plan.setup, road)) return []
      return [{ stint, plan, to: planForRoad(plans, plan.vehicleTypeId, road) ?? null }]
    })
    .sort((a, b) => a.stint.startsAt.localeCompare(b.stint.startsAt))
}

/** A day's road with a change from a time on. What was forecast for later no longer holds, so it is left out. */
export const roadFrom = (hours: Day['hours'], from: string, road: RoadState): Day['hours'] => [
  ...hours.filter((one) => one.from < from),
  { from, road, forecast: '' },
]
