import type { Ground } from '@ochote/contracts'
import type { Driven } from '../corners/cornerPriority'
import type { SolvedCorner } from '../corners/solvedCorner'
import { turnSign } from '../geometry/corners'
import { runOffAt, type RunOff } from '../geometry/placedFeatures'
import { sampleAtStation, signedApart, valueAt, wrapStation } from '../geometry/track'
import { ON_LINE, stepOffLine, type OffLine } from '../line/offLine'
import { forcesAlong, type Forces } from '../vehicle/forces'
import { groundGrip } from './groundGrip'
import { brake, straightForces } from './stopping'
import { goStraightOn } from './straightOn'

/** What happens where a corner is driven too fast (docs/model.md, Room to be wrong). */
export interface RoomTooFast {
  readonly cornerNumber: string
  /** where the vehicle's middle leaves the road; null where it stays on it */
  readonly leavesAtM: number | null
  /** speed there, m/s; at the slowest place where it stays on the road */
  readonly speedMps: number
  /** between the vehicle's outer side and the edge at the least, m; negative where a side is beyond the edge */
  readonly leftM: number
  readonly surface: string | null
  readonly depthM: number | null
  readonly groundG: number | null
  /** metres left at a stop before the first thing that can be hit; null where the vehicle stays on the road, or nothing is known */
  readonly marginM: number | null
  /** speed at the first obstacle; 0 where the vehicle stops before it */
  readonly obstacleSpeedMps: number | null
  /**
   * `watch` where a vehicle that turns no harder than planned ends at something, and one that turns as hard as its tyres can does not;
   * `unsafe` where both do
   */
  readonly verdict: 'room' | 'watch' | 'unsafe' | 'unknown'
}

type Corner = Pick<SolvedCorner, 'number' | 'direction' | 'points' | 'startM' | 'endM'>

export const TOO_FAST = 1.1
const STRIDE_M = 0.5
/** Looked at this far beyond the exit. */
const BEYOND_EXIT_M = 30

/**
 * Every corner driven so much faster than planned from turn-in to exit, by someone who turns no harder than planned: the vehicle runs wide
 * at the radius that this share of the grip allows. Where its middle crosses the edge, it goes straight on and brakes as hard as the ground
 * allows. Where that ends at something, it is driven again with all the grip that the tyres have.
 */
export function roomTooFast(driven: Driven, corners: readonly Corner[], runOffs: readonly RunOff[], ground: Ground): RoomTooFast[] {
  const able = straightForces(driven, { lateral: 1, brake: 1, drive: 1 })
  const most = forcesAlong(driven.road, driven.vehicle, { ...driven.setup, pace: { lateral: 1, brake: 1, drive: 1 } })
  const found = (corner: Corner, forces: Forces): RoomTooFast => {
    const wide = runWide(driven, corner, forces)
    const stays = { cornerNumber: corner.number, leavesAtM: null, speedMps: wide.speedMps, leftM: wide.leftM, verdict: 'room' as const }
    const nothing = { surface: null, depthM: null, groundG: null, marginM: null, obstacleSpeedMps: null }
    if (!wide.off) return { ...stays, ...nothing }
    const { stationM, x, y, headingRad } = wide.off
    const { track } = driven.driven
    const outer = turnSign(corner) > 0 ? 'right' : 'left'
    const left = { ...stays, leavesAtM: stationM, verdict: 'unknown' as const }
    const runOff = runOffAt(track, runOffs, outer, stationM)
    if (!runOff) return { ...left, ...nothing }
    const groundG = groundGrip(runOff.surface, driven.vehicle, driven.setup.conditions, ground)
    const known = { ...left, surface: runOff.surface, depthM: runOff.depthM, groundG }
    const { toObstacleM } = goStraightOn(track, [runOff], { x, y, headingRad, stationM })
    if (toObstacleM === null) return { ...known, marginM: null, obstacleSpeedMps: null }
    const way = { stationM, roadM: 0, groundG }
    const marginM = toObstacleM - brake(driven, able, way, wide.speedMps).metres
    const obstacleSpeedMps = brake(driven, able, way, wide.speedMps, toObstacleM).speedMps
    return { ...known, marginM, obstacleSpeedMps, verdict: marginM < 0 ? 'unsafe' : 'room' }
  }
  return corners.map((corner) => {
    const planned = found(corner, driven.forces)
    if (planned.verdict !== 'unsafe') return planned
    return { ...planned, verdict: found(corner, most).verdict === 'unsafe' ? 'unsafe' : 'watch' }
  })
}

interface Wide {
  readonly leftM: number
  readonly speedMps: number
  readonly off: { stationM: number; x: number; y: number; headingRad: number } | null
}

/** Follows the vehicle through a corner that it is too fast for, until its middle is over the edge or the corner is done. */
function runWide({ driven: line, vehicle }: Driven, corner: Corner, forces: Forces): Wide {
  const { track, trace, path } = line
  // a corner that is hardly one has no turn-in or exit of its own
  const fromM = corner.points.turnIn?.stationM ?? corner.startM
  const toM = corner.points.exit?.stationM ?? corner.endM
  const sign = turnSign(corner)
  const wayM = Math.max(0, signedApart(track, fromM, toM)) + BEYOND_EXIT_M
  let at: OffLine = ON_LINE
  let leftM = Infinity
  let slowestMps = Infinity
  for (let m = 0; m <= wayM; m += STRIDE_M) {
    const raw = fromM + m
    if (!track.closed && raw > track.lengthM) break
    const s = wrapStation(track, raw)
    const i = sampleAtStation(track, s)
    const speedMps = TOO_FAST * valueAt(track, trace.speedMps, s)
    slowestMps = Math.min(slowestMps, speedMps)
    const offsetM = valueAt(track, line.line.offsetM, s) - sign * at.outM
    const roomM = valueAt(track, sign > 0 ? track.halfRightM : track.halfLeftM, s) + sign * offsetM
    leftM = Math.min(leftM, roomM - vehicle.widthM / 2)
    if (roomM < 0) {
      const across = track.headingRad[i]! + Math.PI / 2
      const [x, y] = [track.x[i]! + offsetM * Math.cos(across), track.y[i]! + offsetM * Math.sin(across)]
      return { leftM, speedMps, off: { stationM: s, x, y, headingRad: path.headingRad[i]! - sign * at.headingRad } }
    }
    const linePerM = sign * valueAt(track, path.curvaturePerM, s)
    const mostPerM = forces.turnablePerM(i, speedMps * speedMps, sign)
    at = stepOffLine(at, STRIDE_M, { linePerM, mostPerM, insteadPerM: null, leastOutM: 0 })
  }
  return { leftM, speedMps: slowestMps, off: null }
}
