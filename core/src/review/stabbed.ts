import { valueAt } from '../geometry/track'
import type { PlanSolution } from '../plan/solvePlan'
import { indexAt } from './along'
import type { Drive } from './drive'
import type { Places } from './passes'

/** A throttle that goes from hardly any to nearly all in less than this is stabbed, s. */
const STABBED_S = 0.25
const STABBED = { from: 0.3, to: 0.9 }
/** A stab counts where the plan takes this much longer, s, or where the throttle had to be taken back: to this share, within that time. */
const ROLLED_S = 0.6
const TAKEN_BACK = { to: 0.75, withinS: 1.2 }

/** Where the throttle was stabbed while the car turned, and how much longer the plan takes to roll it on, s; null where it was not. */
export function stabbed(plan: PlanSolution, { timeS, alongM, throttle }: Drive, places: Places): { byS: number; atM: number } | null {
  const plannedS = plannedRise(plan, places)
  if (!throttle || plannedS === null) return null
  const [turnIn, exit] = [indexAt(alongM, places.turnInM), indexAt(alongM, places.exitM)]
  for (let i = turnIn + 1; i <= exit; i++) {
    const isThere = throttle[i]! >= STABBED.to && throttle[i - 1]! < STABBED.to
    if (!isThere || throttle[Math.max(0, indexAt(timeS, timeS[i]! - STABBED_S))]! > STABBED.from) continue
    const byS = plannedS - STABBED_S
    const until = indexAt(timeS, timeS[i]! + TAKEN_BACK.withinS)
    const isTakenBack = throttle.subarray(i, until + 1).some((open) => open < TAKEN_BACK.to)
    if (byS >= ROLLED_S || isTakenBack) return { byS, atM: alongM[i]! }
  }
  return null
}

/** How long the plan takes to roll the throttle on, s; null where it does not. */
function plannedRise({ track, trace }: PlanSolution, { corner }: Places): number | null {
  const { throttleOn, fullThrottle } = corner.points
  if (!throttleOn || !fullThrottle) return null
  return Math.max(0, valueAt(track, trace.timeS, fullThrottle.stationM) - valueAt(track, trace.timeS, throttleOn.stationM))
}
