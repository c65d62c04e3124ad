import type { Setup, Vehicle } from '@ochote/contracts'
import { turnSign, type Corner } from '../geometry/corners'
import { stationsApart, type Track } from '../geometry/track'
import { speedAlong, type SpeedTrace } from '../speed/speedAlong'
import { gripAlong, gripMapOf, type UsualLine } from './gripMap'
import { samplesBetween } from './lateApexLook'
import { linePointsOf, type LinePoints } from './linePoints'
import { pathOf, type OffsetLine } from './path'
import { roadAlong } from './roadAlong'

/** A line and what it is to be driven with. */
interface LineToDrive {
  readonly track: Track
  readonly line: OffsetLine
  readonly corners: readonly Corner[]
  readonly vehicle: Vehicle
  readonly setup: Pick<Setup, 'pace' | 'brakingSchool' | 'conditions'>
  readonly usual: UsualLine
}

/** Corners shorter than this are exempt from the late-apex school. */
const SHORTEST_M = 25
/** Turning less than this is no turning: a corner's own least (docs/model.md, Corners). */
const GENTLEST_PER_M = 1 / 250
const BRAKES_ON_MPS2 = 0.1 * 9.80665
const LIFTED_THROTTLE_SHARE = 0.5

function drive({ track, line, corners, vehicle, setup, usual }: LineToDrive) {
  const path = pathOf(track, line)
  const trace = speedAlong(roadAlong(track, gripMapOf(track, setup.conditions, usual), line, path), vehicle, setup)
  return { path, trace, points: linePointsOf({ track, line, path }, corners) }
}

/** Least speed of a line in each corner, and the grip under it. */
export function leastSpeeds(driven: LineToDrive): { leastMps: number[]; grip: Float64Array } {
  const { trace } = drive(driven)
  const { track, corners, line, setup, usual } = driven
  return {
    grip: gripAlong(track, gripMapOf(track, setup.conditions, usual), line),
    leastMps: corners.map((corner) => leastIn(track, trace, corner)),
  }
}

/** Least speed of a trace in a corner, from its start to its end, m/s. */
export function leastIn(track: Track, trace: SpeedTrace, corner: Corner): number {
  return Math.min(...samplesBetween(track, corner.startM, corner.endM).map((i) => trace.speedMps[i]!))
}

/** The corners that need no late apex on the fastest line, by number, with the reason. */
export function exemptFromLateApex(driven: LineToDrive): Map<string, string> {
  const { track, corners } = driven
  const { path, trace, points } = drive(driven)
  const exempt = new Map<string, string>()
  corners.forEach((corner, c) => {
    const lengthM = stationsApart(track, corner.startM, corner.endM)
    const before = points[(c - 1 + corners.length) % corners.length]!
    const alone = corners.length === 1 || (!track.closed && c === 0)
    if (lengthM < SHORTEST_M) exempt.set(corner.number, `shorter than ${SHORTEST_M} m`)
    else if (turnSign(corner) * path.curvaturePerM[points[c]!.peak]! < GENTLEST_PER_M) exempt.set(corner.number, 'driven almost straight')
    else if (isFlat(track, trace, points[c]!, alone ? null : before)) exempt.set(corner.number, 'taken flat')
  })
  return exempt
}

/** Whether a corner is neither braked nor lifted for, from the corner before it to its exit. */
function isFlat(track: Track, trace: SpeedTrace, own: LinePoints, before: LinePoints | null): boolean {
  const fromM = before ? before.exitM : own.turnInM
  return samplesBetween(track, fromM, own.exitM).every(
    (i) => trace.brakeMps2[i]! <= BRAKES_ON_MPS2 && trace.throttleShare[i]! >= LIFTED_THROTTLE_SHARE,
  )
}
