import type { Setup, Vehicle } from '@ochote/contracts'
import { turnSign, type Corner } from '../geometry/corners'
import { sampleAtStation, stationsApart, type Track } from '../geometry/track'
import { speedAlong, type SpeedTrace } from '../speed/speedAlong'
import { FULL_THROTTLE_SHARE } from '../speed/throttle'
import { gripAlong, gripMapOf, type UsualLine } from './gripMap'
import { samplesBetween } from './lateApexLook'
import { linePointsOf } from './linePoints'
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

/** Why a corner is not asked for a late apex that the plan itself leaves out. */
export const LEFT_OUT = 'left out by choice'
/** Corners that turn for less than this are exempt from the late-apex school. */
const SHORTEST_M = 25
/** Turning less than this is no turning: a corner's own least (docs/model.md, Corners). */
const GENTLEST_PER_M = 1 / 250
/** Corners are linked when the next turn-in comes so soon after an exit. */
const LINKED_S = 1
/** Slowing by less can't be seen, and gaining less is no acceleration, m/s. */
const LEAST_SLOWED_MPS = 2 / 3.6
const LEAST_GAINED_MPS = 5 / 3.6

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

/**
 * The corners that are not asked for a late apex, by number, with the reason. Instructors teach it where a corner is slowed for and leads on
 * to acceleration; of linked corners the last one has it, and the others set it up.
 * @param driven - the fastest line
 * @param leftOut - numbers of corners that the plan leaves out by choice
 */
export function exemptFromLateApex(driven: LineToDrive, leftOut: readonly string[]): Map<string, string> {
  const { track, corners } = driven
  const { path, trace, points } = drive(driven)
  const speedsBetween = (fromM: number, toM: number) => samplesBetween(track, fromM, toM).map((i) => trace.speedMps[i]!)
  const reasonFor = (corner: Corner, c: number): string | null => {
    const own = points[c]!
    const before = points[(c - 1 + corners.length) % corners.length]!
    const next = points[(c + 1) % corners.length]!
    const alone = corners.length === 1
    const isFirst = alone || (!track.closed && c === 0)
    const isLast = alone || (!track.closed && c === corners.length - 1)
    if (leftOut.includes(corner.number)) return LEFT_OUT
    if (stationsApart(track, corner.startM, corner.endM) < SHORTEST_M) return `turns for less than ${SHORTEST_M} m`
    if (turnSign(corner) * path.curvaturePerM[own.peak]! < GENTLEST_PER_M) return 'driven almost straight'
    if (samplesBetween(track, own.turnInM, own.exitM).every((i) => trace.throttleShare[i]! >= FULL_THROTTLE_SHARE)) return 'taken flat'
    const inCorner = speedsBetween(own.turnInM, own.exitM)
    const slowestMps = Math.min(...inCorner)
    const approach = speedsBetween(isFirst ? corner.startM : before.apexM, own.apexM)
    if (Math.max(...approach) - slowestMps < LEAST_SLOWED_MPS) return 'neither braked nor lifted for'
    if (isLast) return null
    const gapS = secondsBetween(track, trace, own.exitM, next.turnInM)
    const nextNumber = corners[(c + 1) % corners.length]!.number
    if (gapS < LINKED_S) return `linked: corner ${nextNumber} turns in ${gapS.toFixed(1)} s after its exit, and this one sets it up`
    const after = speedsBetween(own.apexM, next.turnInM)
    return Math.max(...after) - slowestMps < LEAST_GAINED_MPS ? 'leads on to no acceleration' : null
  }
  return new Map(
    corners.flatMap((corner, c) => {
      const reason = reasonFor(corner, c)
      return reason === null ? [] : [[corner.number, reason] as const]
    }),
  )
}

/** Seconds from one station on to another. */
function secondsBetween(track: Track, trace: SpeedTrace, fromM: number, toM: number): number {
  const at = (stationM: number) => trace.timeS[sampleAtStation(track, stationM)]!
  const seconds = at(toM) - at(fromM)
  return seconds < 0 ? seconds + trace.lapTimeS : seconds
}
