import type { Units } from '@ochote/contracts'
import { fineLength, wholeLength } from '../geometry/units'
import type { Cone } from '../cones/coneEdits'
import { AT_EDGE_M, CLEAR_OF_HAZARD_M, hazardNear, sideToEdgeM } from '../corners/cornerMarks'
import { signedApart } from '../geometry/track'
import type { PlanSolution } from './solvePlan'
import { whatIfOf } from './whatIfOf'

/** Where a mark does not agree with the line, with what lies beside it, or with the school. */
export interface MarkFinding {
  readonly cornerNumber: string
  readonly coneId: string
  /** a driver who does what the mark says is in danger: it needs an answer by name */
  readonly unsafe: boolean
  /** how far it is from right, m */
  readonly byM: number
  /** what is found, in words that go on after "Corner 6: " */
  readonly says: string
}

/** A mark may ask for an edge that the vehicle's side stays this much farther from than it should. */
const EDGE_TOLERANCE_M = 0.3
/** A slowing mark that is later than the plan's own point by less is the same place. */
const LATE_M = 1
/** In the separate school, braking is over this near to the turn mark. */
const OVER_BY_TURN_M = 3

/**
 * Compares the marks as they stand with the line, the hazards and the school (docs/model.md, Cones). Marks that were put somewhere else by hand are
 * compared like the computed ones.
 */
export function markFindings(solution: PlanSolution, cones: readonly Cone[], units: Units): MarkFinding[] {
  return cones.flatMap((cone) => [
    ...edgeFindings(solution, cone, units),
    ...lateFindings(solution, cone, units),
    ...turnFindings(solution, cone, units),
  ])
}

function edgeFindings({ track, line, vehicle, features }: PlanSolution, cone: Cone, units: Units): MarkFinding[] {
  const { duty, side, stationM, cornerNumber } = cone
  if (duty !== 'apex' && duty !== 'exit') return []
  const driven = { track, line, widthM: vehicle.widthM, hazards: features.hazards }
  const found = (unsafe: boolean, byM: number, says: string) => ({ cornerNumber, coneId: cone.id, unsafe, byM, says })
  const clearM = sideToEdgeM(driven, side, stationM)
  const near = hazardNear(driven, side, stationM)
  return [
    ...(clearM > AT_EDGE_M + EDGE_TOLERANCE_M
      ? [
          found(
            false,
            clearM - AT_EDGE_M,
            `the ${duty} cone asks for an edge that the line keeps the car’s side ${fineLength(clearM, units)} away from`,
          ),
        ]
      : []),
    ...(near
      ? [
          found(
            true,
            CLEAR_OF_HAZARD_M - near.apartM,
            `the ${duty} cone sends the car to ${fineLength(near.apartM, units)} from ${near.hazard.kind.replaceAll('-', ' ')}`,
          ),
        ]
      : []),
  ]
}

function lateFindings(solution: PlanSolution, { id, duty, stationM, cornerNumber }: Cone, units: Units): MarkFinding[] {
  if (duty !== 'brake' && duty !== 'lift') return []
  const points = solution.corners.find((c) => c.number === cornerNumber)?.points
  const planned = points?.brakeStart ?? points?.lift
  if (!planned) return []
  const lateM = signedApart(solution.track, planned.stationM, stationM)
  if (lateM < LATE_M) return []
  const answer = whatIfOf(solution, cornerNumber, { kind: 'brake-later', metres: lateM })
  if (!answer?.leavesTrack) return []
  const byM = -answer.outer.clearM
  return [
    {
      cornerNumber,
      coneId: id,
      unsafe: true,
      byM,
      says: `a driver who waits for the ${duty} cone, ${wholeLength(lateM, units)} late, goes ${fineLength(byM, units)} past the outer edge`,
    },
  ]
}

function turnFindings(solution: PlanSolution, { id, duty, stationM, cornerNumber }: Cone, units: Units): MarkFinding[] {
  if (duty !== 'turn' || solution.setup.brakingSchool !== 'separate') return []
  const brakeEnd = solution.corners.find((c) => c.number === cornerNumber)?.points.brakeEnd
  const pastM = brakeEnd ? signedApart(solution.track, stationM, brakeEnd.stationM) : 0
  if (pastM <= OVER_BY_TURN_M) return []
  const says = `the brakes are on until ${wholeLength(pastM, units)} past the turn cone: this school finishes braking before it turns`
  return [{ cornerNumber, coneId: id, unsafe: false, byM: pastM, says }]
}
