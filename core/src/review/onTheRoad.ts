import { sampleAtStation, valueAt, wrapStation } from '../geometry/track'
import type { PlanSolution } from '../plan/solvePlan'
import { indexAt, longest, valueAlong } from './along'
import type { Drive } from './drive'
import type { Places } from './passes'

/** How far the car was over an edge of the road, and where. */
export function beyondEdge({ track }: PlanSolution, drive: Drive, { fromM, toM }: Places): { byM: number; atM: number } {
  let [byM, atM] = [0, fromM]
  for (let i = indexAt(drive.alongM, fromM); i <= indexAt(drive.alongM, toM); i++) {
    const k = sampleAtStation(track, drive.alongM[i]!)
    const over = Math.max(drive.offsetM[i]! - track.halfLeftM[k]!, -drive.offsetM[i]! - track.halfRightM[k]!)
    if (over > byM) [byM, atM] = [over, drive.alongM[i]!]
  }
  return { byM, atM }
}

/** How far a drive moves to the left between the planned braking and the planned turn-in, m. */
export const movedAcross = (drive: Drive, { slowingM, turnInM }: Places): number =>
  valueAlong(drive, drive.offsetM, turnInM) - valueAlong(drive, drive.offsetM, slowingM ?? turnInM)

export function plannedAcross({ track, line }: PlanSolution, { slowingM, turnInM }: Places): number {
  const at = (m: number) => valueAt(track, line.offsetM, wrapStation(track, m))
  return at(turnInM) - at(slowingM ?? turnInM)
}

/** A corner is linked to one whose exit is less than this before its turn-in, m. */
const LINKED_M = 80
/** Further than this from the plan's line, the way in begins from another place, m. */
const ELSEWHERE_M = 1.2

/** Whether the corner before left the car beside the planned line, so that where it turns in here says nothing of this corner. */
export function comesFromElsewhere({ track, line }: PlanSolution, drive: Drive, before: Places, { turnInM }: Places): boolean {
  const { exitM } = before
  if (turnInM - exitM > LINKED_M) return false
  const offM = valueAlong(drive, drive.offsetM, exitM) - valueAt(track, line.offsetM, wrapStation(track, exitM))
  return Math.abs(offM) > ELSEWHERE_M
}

/** A wheel held this far against a bend that pulls so hard is a slide being caught, rad and m/s². */
const AGAINST_RAD = 0.06
const PULLS_MPS2 = 3

/** The longest time for which the wheel was against the bend of the path, and where. */
export function countersteered(
  { timeS, alongM, steerRad, curvaturePerM, speedMps }: Drive,
  { turnInM, toM }: Places,
): { forS: number; atM: number } {
  const [from, to] = [indexAt(alongM, turnInM), indexAt(alongM, toM)]
  if (!steerRad) return { forS: 0, atM: turnInM }
  const isAgainst = (i: number) =>
    Math.sign(steerRad[i]!) !== Math.sign(curvaturePerM[i]!) &&
    Math.abs(steerRad[i]!) > AGAINST_RAD &&
    speedMps[i]! ** 2 * Math.abs(curvaturePerM[i]!) > PULLS_MPS2
  let at = from
  while (at < to && !isAgainst(at)) at++
  return { forS: longest(timeS, from, to, isAgainst), atM: alongM[at]! }
}
