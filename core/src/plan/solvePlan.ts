import type { FieldProblem, FoundLine, Setup, StoredSolution, Vehicle } from '@ochote/contracts'
import { afterCorners } from '../corners/afterCorner'
import { cornerMarks } from '../corners/cornerMarks'
import { cornerPointsOf, type DrivenLine } from '../corners/cornerPoints'
import { cornerPriorities, setUpsOf } from '../corners/cornerPriority'
import type { SolvedCorner } from '../corners/solvedCorner'
import { gearChangesOf, type GearChange } from '../corners/gearChanges'
import type { Circuit } from '../geometry/circuit'
import { cornersOf } from '../geometry/corners'
import { placeFeatures, type PlacedFeatures } from '../geometry/placedFeatures'
import { DEFAULT_STEP_M, sampleTrack } from '../geometry/track'
import { chooseLine, type LineMethod } from '../line/chooseLine'
import { gripMapOf, type UsualLine } from '../line/gripMap'
import { pathOf } from '../line/path'
import { roadAlong } from '../line/roadAlong'
import { success, type Outcome } from '../outcome/outcome'
import { driverGears } from '../speed/driverGears'
import { speedAlong } from '../speed/speedAlong'
import { forcesAlong } from '../vehicle/forces'
import { lineReport, type LineReport } from './lineReport'

/** Line, speeds and corners computed from a circuit, a vehicle and a set-up. Where its cones stand is `markPlan`'s. */
export interface PlanSolution extends DrivenLine {
  readonly vehicle: Vehicle
  readonly setup: Setup
  readonly features: PlacedFeatures
  /** the usual dry line that grip was computed with */
  readonly usual: UsualLine
  readonly lineMethod: LineMethod
  readonly corners: readonly SolvedCorner[]
  /** what the line's school costs and gives */
  readonly lineReport: LineReport
  /** the slow part of the computation, to be stored for the same circuit, vehicle and set-up */
  readonly stored: StoredSolution
  /** places where the driver changes gear, in the order of the lap */
  readonly gearChanges: readonly GearChange[]
}

export interface PlanInput {
  circuit: Circuit
  vehicle: Vehicle
  setup: Setup
  /** distance between samples, metres; 2 by default */
  stepM?: number
  /** the stored solution for the same circuit, vehicle and set-up; its part is not computed again */
  stored?: StoredSolution
  /** the line of a similar vehicle or set-up on the same circuit: the solution is then a first answer, found in a few steps from it */
  near?: FoundLine
  /** the fastest line, where it is known already; see `knownFastest` */
  fastest?: readonly number[]
  /** receives the share done, 0…1; a throw stops the computation */
  onProgress?: (share: number) => void
}

/**
 * Line, speeds and corner points of a plan. The result depends on the input alone.
 * @returns a problem by field where the set-up or the circuit can't be driven, as with margins wider than the track
 */
export function solvePlan({
  circuit,
  vehicle,
  setup,
  stepM = DEFAULT_STEP_M,
  stored,
  near,
  fastest,
  onProgress,
}: PlanInput): Outcome<PlanSolution, FieldProblem[]> {
  const track = sampleTrack(circuit, stepM)
  const corners = cornersOf(track)
  const chosen = chooseLine(track, corners, vehicle, setup, {
    ...(stored?.line ? { found: stored.line } : {}),
    ...(near ? { near } : {}),
    ...(fastest ? { fastest } : {}),
    ...(onProgress ? { onProgress } : {}),
  })
  if (!chosen.ok) return chosen
  const { line, method, usual } = chosen.value
  const path = pathOf(track, line)
  const road = roadAlong(track, gripMapOf(track, setup.conditions, usual), line, path)
  const forces = forcesAlong(road, vehicle, setup)
  const trace = speedAlong(road, vehicle, setup, { forces })
  const gear = driverGears({ trace, closed: track.closed, vehicle, drivetrain: forces.drivetrain })
  const lap: DrivenLine = { track, line, path, trace: { ...trace, gear } }
  const points = cornerPointsOf(lap, corners)
  const after = afterCorners(lap, corners, points)
  const driven = { driven: lap, road, vehicle, setup, forces }
  const priorities = stored?.priorities.length === corners.length ? stored.priorities : cornerPriorities(driven, points, after)
  const setUps = setUpsOf(lap, points, priorities)
  const features = placeFeatures(track)
  const marks = cornerMarks({ track, line, widthM: vehicle.widthM, hazards: features.hazards }, corners, points)
  const solved = corners.map((corner, i) => ({
    ...corner,
    points: points[i]!,
    marks: marks[i]!,
    after: after[i]!,
    priority: priorities[i]!,
    setUp: setUps[i]!,
  }))
  return success({
    ...lap,
    vehicle,
    setup,
    usual,
    features,
    lineMethod: method,
    lineReport: lineReport(driven, solved, chosen.value),
    stored: { line: chosen.value.found, priorities },
    gearChanges: gearChangesOf(lap, corners),
    corners: solved,
  })
}
