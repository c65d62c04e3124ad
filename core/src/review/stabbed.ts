import { valueAt } from '../geometry/track'
import type { PlanSolution } from '../plan/solvePlan'
import { indexAt } from './along'
import type { Drive } from './drive'
import type { Pass, Places } from './passes'

/** A throttle that goes from hardly any to nearly all in less than this is stabbed, s. */
export const STABBED_S = 0.25
const STABBED = { from: 0.2, to: 0.9 }

/** Whether the throttle was stabbed on its way to being fully open. */
export function isStabbed({ timeS, alongM, throttle }: Drive, { throttleOnM, fullThrottleM }: Pass): boolean {
  if (!throttle || throttleOnM === null || fullThrottleM === null) return false
  const [on, full] = [indexAt(alongM, throttleOnM), indexAt(alongM, fullThrottleM)]
  for (let i = on; i <= full; i++)
    if (throttle[i]! >= STABBED.to) return throttle[Math.max(on - 1, indexAt(timeS, timeS[i]! - STABBED_S))]! <= STABBED.from
  return false
}

/** How long the plan takes to roll the throttle on, s; null where it does not. */
export function plannedRise({ track, trace }: PlanSolution, { corner }: Places): number | null {
  const { throttleOn, fullThrottle } = corner.points
  if (!throttleOn || !fullThrottle) return null
  return Math.max(0, valueAt(track, trace.timeS, fullThrottle.stationM) - valueAt(track, trace.timeS, throttleOn.stationM))
}
