import type { Day, Plan, RoadState, Setup } from '@ochote/contracts'
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
