import type { PlanSolution } from '../plan/solvePlan'
import { sampleAtStation } from '../geometry/track'

/** A corner and the lap it was driven on. */
export interface CornerPass {
  readonly corner: string
  readonly lap: number
}

/** Planned time at which each corner's end is passed, as a share of the lap, in the order of the lap. */
function passedShares({ corners, track, trace }: PlanSolution): { number: string; share: number }[] {
  return corners
    .map((c) => ({ number: c.number, share: trace.timeS[sampleAtStation(track, c.endM)]! / trace.lapTimeS }))
    .sort((a, b) => a.share - b.share)
}

/**
 * The corner last left behind, by the clock: the planned lap stretched to the time this student's laps take. Without a live
 * position this is an estimate.
 * @param elapsedS - time since the lap began
 * @param expectedLapS - time the lap is likely to take, > 0
 */
export function cornerByClock(solution: PlanSolution, lap: number, elapsedS: number, expectedLapS: number): CornerPass | null {
  const shares = passedShares(solution)
  const now = elapsedS / expectedLapS
  const passed = shares.filter((c) => c.share <= now)
  const last = passed[passed.length - 1]
  if (last) return { corner: last.number, lap }
  const before = shares[shares.length - 1]
  return before && lap > 1 ? { corner: before.number, lap: lap - 1 } : null
}

/** The lap a corner was last driven on: this one if it is behind by the clock, else the one before. */
export function lapOfCorner(solution: PlanSolution, corner: string, lap: number, elapsedS: number, expectedLapS: number): number {
  const pass = passedShares(solution).find((c) => c.number === corner)
  // a little early is taken as this lap: the plan's clock is not the student's
  const SLACK = 0.06
  const reached = pass !== undefined && pass.share - SLACK <= elapsedS / expectedLapS
  return reached || lap <= 1 ? lap : lap - 1
}
