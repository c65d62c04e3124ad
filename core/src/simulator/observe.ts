import { cornerPointsOf, pointAt, type CornerPoint, type DrivenLine } from '../corners/cornerPoints'
import type { Severity } from '../faults/catalogue'
import { severityOf, type MeasuredFault } from '../faults/thresholds'
import { signedApart } from '../geometry/track'
import type { PlanSolution } from '../plan/solvePlan'

/** A fault as someone in the seat would see it, with its size. */
export interface Observed {
  readonly corner: string
  readonly code: string
  readonly severity: Severity
  /** metres, or km/h for `bh` */
  readonly size: number
}

const KMH_PER_MPS = 3.6
/** Arriving faster than planned by more than this is arriving too fast. */
const FASTER_MPS = 0.3

/** What a driven lap shows against the plan, corner by corner, in the order of the lap. */
export function observe(plan: PlanSolution, driven: DrivenLine): Observed[] {
  const points = cornerPointsOf(driven, plan.corners)
  return plan.corners.flatMap((corner, c) => {
    const planned = corner.points
    const own = points[c]!
    const later = (a: CornerPoint | null, b: CornerPoint | null) => (a && b ? signedApart(plan.track, a.stationM, b.stationM) : 0)
    const away = corner.direction === 'left' ? -1 : 1
    // late is only late for someone who arrives too fast; a slower approach needs less braking
    const tooFast = planned.turnIn ? pointAt(driven, planned.turnIn.stationM).speedMps - planned.turnIn.speedMps : 0
    const braking = later(planned.brakeStart, own.brakeStart)
    const sizes: [MeasuredFault, number][] = [
      ['be', tooFast <= FASTER_MPS ? -braking : 0],
      ['bl', tooFast > FASTER_MPS ? braking : 0],
      ['bh', planned.minSpeed && own.minSpeed ? (planned.minSpeed.speedMps - own.minSpeed.speedMps) * KMH_PER_MPS : 0],
      ['am', planned.apex && own.apex ? away * (own.apex.offsetM - planned.apex.offsetM) : 0],
      ['pl', later(planned.throttleOn, own.throttleOn)],
      ['xn', planned.exit && own.exit ? -away * (own.exit.offsetM - planned.exit.offsetM) : 0],
    ]
    return sizes.flatMap(([code, size]): Observed[] => {
      const severity = severityOf(code, size)
      return severity === null ? [] : [{ corner: corner.number, code, severity, size }]
    })
  })
}
