import type { Ground } from '@ochote/contracts'
import type { Driven } from '../corners/cornerPriority'
import type { SolvedCorner } from '../corners/solvedCorner'
import { turnSign } from '../geometry/corners'
import { runOffAt, type RunOff } from '../geometry/placedFeatures'
import { forcesAlong, type Forces } from '../vehicle/forces'
import { groundGrip } from './groundGrip'
import { brake, straightForces } from './stopping'
import { runWide } from './runWide'
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
   * `watch` where a vehicle that turns no harder than planned hits something, and one that turns as hard as its tyres can does not. Where
   * both do, it is `unsafe`, and the numbers are those of turning as hard as the tyres can.
   */
  readonly verdict: 'room' | 'watch' | 'unsafe' | 'unknown'
}

type Corner = Pick<SolvedCorner, 'number' | 'direction' | 'points' | 'startM' | 'endM'>

/**
 * Every corner driven so much faster than planned from turn-in to exit, by someone who turns no harder than planned: the vehicle runs wide
 * at the radius that this share of the grip allows. Where its middle crosses the edge, it goes straight on and brakes as hard as the ground
 * allows. If it would hit something, it is driven again with all the grip that the tyres have.
 */
export function roomTooFast(driven: Driven, corners: readonly Corner[], runOffs: readonly RunOff[], ground: Ground): RoomTooFast[] {
  const able = straightForces(driven, { lateral: 1, brake: 1, drive: 1 })
  const most = forcesAlong(driven.road, driven.vehicle, { ...driven.setup, pace: { lateral: 1, brake: 1, drive: 1 } })
  const found = (corner: Corner, forces: Forces): RoomTooFast => {
    const wide = runWide(driven, corner, forces)
    const stays = { cornerNumber: corner.number, leavesAtM: null, speedMps: wide.speedMps, leftM: wide.leftM, verdict: 'room' as const }
    const nothing = { surface: null, depthM: null, groundG: null, marginM: null, obstacleSpeedMps: null }
    if (!wide.off) return { ...stays, ...nothing }
    const { stationM, x, y, headingRad, leftM, speedMps } = wide.off
    const { track } = driven.driven
    const outer = turnSign(corner) > 0 ? 'right' : 'left'
    const left = { ...stays, leavesAtM: stationM, leftM, speedMps, verdict: 'unknown' as const }
    const runOff = runOffAt(track, runOffs, outer, stationM)
    if (!runOff) return { ...left, ...nothing }
    const groundG = groundGrip(runOff.surface, driven.vehicle, driven.setup.conditions, ground)
    const known = { ...left, surface: runOff.surface, depthM: runOff.depthM, groundG }
    const { toObstacleM } = goStraightOn(track, [runOff], { x, y, headingRad, stationM })
    if (toObstacleM === null) return { ...known, marginM: null, obstacleSpeedMps: null }
    const way = { stationM, roadM: 0, groundG }
    const marginM = toObstacleM - brake(driven, able, way, speedMps).metres
    const obstacleSpeedMps = brake(driven, able, way, speedMps, toObstacleM).speedMps
    return { ...known, marginM, obstacleSpeedMps, verdict: marginM < 0 ? 'unsafe' : 'room' }
  }
  return corners.map((corner) => {
    const planned = found(corner, driven.forces)
    if (planned.verdict !== 'unsafe') return planned
    const harder = found(corner, most)
    return harder.verdict === 'room' ? { ...planned, verdict: 'watch' } : harder
  })
}
