import type { ConeEdits, FieldProblem, StoredSolution, Setup, Vehicle } from '@ochote/contracts'
import { applyConeEdits } from '../cones/coneEdits'
import { placeCones, type ComputedCone } from '../cones/placeCones'
import { afterCorners } from '../corners/afterCorner'
import { cornerPriorities } from '../corners/cornerPriority'
import { cornerPointsOf, type DrivenLine } from '../corners/cornerPoints'
import type { Circuit } from '../geometry/circuit'
import { cornersOf } from '../geometry/corners'
import { DEFAULT_STEP_M, sampleTrack, stationsApart } from '../geometry/track'
import { chooseLine, type LineMethod } from '../line/chooseLine'
import { gripMapOf } from '../line/gripMap'
import { pathOf } from '../line/path'
import { roomToBeWrong, type RoomToBeWrong } from '../runOff/roomToBeWrong'
import { roadAlong } from '../line/roadAlong'
import { lineReport, type LineReport } from './lineReport'
import type { SolvedCorner } from '../corners/solvedCorner'
import { rankingReason } from '../corners/ranking'
import { upshiftsOf, type Upshift } from '../corners/upshifts'
import { success, type Outcome } from '../outcome/outcome'
import { speedAlong } from '../speed/speedAlong'
import { forcesAlong } from '../vehicle/forces'

/** What the computation makes of a circuit, a vehicle and a set-up. */
export interface PlanSolution extends DrivenLine {
  readonly lineMethod: LineMethod
  readonly corners: readonly SolvedCorner[]
  readonly cones: readonly ComputedCone[]
  /** what the line's school costs and gives */
  readonly lineReport: LineReport
  /** what took long, to be kept for the same circuit, vehicle and set-up */
  readonly stored: StoredSolution
  /** places where a gear is taken up, in the order of the lap */
  readonly upshifts: readonly Upshift[]
  /** why the corners are ranked as they are */
  readonly ranking: string
  /** room to be wrong at every corner that is braked for, in the order of the lap */
  readonly room: readonly RoomToBeWrong[]
}

export interface PlanInput {
  circuit: Circuit
  vehicle: Vehicle
  setup: Setup
  firstSession: boolean
  /** what was done to the cones by hand: room to be wrong is measured where they stand */
  coneEdits?: ConeEdits
  /** distance between samples, metres; 2 by default */
  stepM?: number
  /** what was worked out before for the same circuit, vehicle and set-up: it is not done again */
  stored?: StoredSolution
  /** share of the work done, 0…1; a throw stops it */
  onProgress?: (share: number) => void
}

/** Line, speeds, corner points and cones of a plan. */
export function solvePlan({
  circuit,
  vehicle,
  setup,
  firstSession,
  coneEdits,
  stepM = DEFAULT_STEP_M,
  stored,
  onProgress,
}: PlanInput): Outcome<PlanSolution, FieldProblem[]> {
  const track = sampleTrack(circuit, stepM)
  const corners = cornersOf(track)
  const chosen = chooseLine(track, corners, vehicle, setup, {
    ...(stored?.line ? { found: stored.line } : {}),
    ...(onProgress ? { onProgress } : {}),
  })
  if (!chosen.ok) return chosen
  const { line, method } = chosen.value
  const path = pathOf(track, line)
  const road = roadAlong(track, gripMapOf(track, setup.conditions), line, path)
  const forces = forcesAlong(road, vehicle, setup)
  const driven: DrivenLine = { track, line, path, trace: speedAlong(road, vehicle, setup, { forces }) }
  const points = cornerPointsOf(driven, corners)
  const after = afterCorners(driven, corners, points)
  const all = { driven, road, vehicle, setup, forces }
  const priorities = stored?.priorities.length === corners.length ? stored.priorities : cornerPriorities(all, points, after)
  const cones = placeCones(track, corners, points, { firstSession })
  const solved = corners.map((corner, i) => ({ ...corner, points: points[i]!, after: after[i]!, priority: priorities[i]! }))
  const standing = coneEdits ? applyConeEdits({ track, trace: driven.trace, cones }, coneEdits) : cones
  // of several, as for two vehicles, the last one is where someone brakes with least room
  const brakeCone = (number: string) => {
    const end = corners.find((c) => c.number === number)!.endM
    const brakes = standing.filter((c) => c.cornerNumber === number && c.duty === 'brake').map((c) => c.stationM)
    return brakes.sort((a, b) => stationsApart(track, a, end) - stationsApart(track, b, end))[0] ?? null
  }
  return success({
    ...driven,
    lineMethod: method,
    lineReport: lineReport(all, solved, chosen.value),
    stored: { line: chosen.value.found, priorities },
    upshifts: upshiftsOf(driven, corners),
    ranking: rankingReason(solved),
    corners: solved,
    cones,
    room: roomToBeWrong(all, solved, brakeCone),
  })
}
