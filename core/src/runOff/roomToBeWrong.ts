import type { Ground } from '@ochote/contracts'
import { pointAt, type CornerPoint, type CornerPoints } from '../corners/cornerPoints'
import type { Driven } from '../corners/cornerPriority'
import type { RunOff } from '../geometry/placedFeatures'
import { sampleAtStation, signedApart, valueAt, wrapStation, type Track } from '../geometry/track'
import { speedAlong, type SpeedTrace } from '../speed/speedAlong'
import type { Forces } from '../vehicle/forces'
import { groundGrip } from './groundGrip'
import { brake, straightForces } from './stopping'
import { goStraightOn, type StraightOn } from './straightOn'

/** The room that is left when a driver is late at the brake or lift cone (docs/model.md, Room to be wrong). */
export interface RoomToBeWrong {
  readonly cornerNumber: string
  /** what the cone asks for */
  readonly mark: 'brake' | 'lift'
  readonly coneStationM: number
  readonly coneSpeedMps: number
  /** driven before the brakes go on, m */
  readonly reactionM: number
  /** driven from there to a stop, straight on and as hard as the tyres and brakes can; beyond the edge as hard as the ground allows, m */
  readonly brakingM: number
  /** from the cone to the edge, going straight on at turn-in, m; null where the edge is never reached */
  readonly toEdgeM: number | null
  /** from the cone to the first thing that can be hit, m; null where the circuit's file does not say */
  readonly toObstacleM: number | null
  /** of the run-off; null where the circuit's file has none, or the edge is never reached */
  readonly surface: string | null
  /** of the run-off, across it from the edge to the first thing that can be hit, m */
  readonly depthM: number | null
  /** braking on that surface, g; null where it is the road's own, or nothing is known */
  readonly groundG: number | null
  /** metres left at a stop, before the obstacle or before the edge where no obstacle is known; negative where it is not enough;
   *  null where the room is not known */
  readonly marginM: number | null
  /** speed at the first obstacle; 0 where the vehicle stops before it */
  readonly obstacleSpeedMps: number | null
  readonly verdict: 'room' | 'unsafe' | 'unknown'
  /** what would make it safe, each on its own; null where nothing has to change or nothing found is enough */
  readonly coneEarlierM: number | null
  readonly paceShare: number | null
}

export const DEFAULT_REACTION_S = 1
const STRIDE_M = 1
const MOST_EARLIER_M = 300
const LEAST_PACE_SHARE = 0.3
const HALVINGS = 12

/**
 * Speed at a brake cone of someone who does as it says: planned up to where braking is planned; a cone that stands later is
 * driven up to on the throttle, so it is passed faster, not at what would be left of the speed by then.
 */
function speedAtCone({ driven: { track, trace } }: Driven, driving: Forces, brakeStart: CornerPoint, coneM: number): number {
  const lateM = signedApart(track, brakeStart.stationM, coneM)
  if (lateM <= 0) return valueAt(track, trace.speedMps, wrapStation(track, coneM))
  let q = brakeStart.speedMps * brakeStart.speedMps
  for (let at = 0; at < lateM; at += STRIDE_M) {
    const i = sampleAtStation(track, wrapStation(track, brakeStart.stationM + at))
    q += 2 * Math.min(STRIDE_M, lateM - at) * Math.max(0, driving.gainingMps2(i, q))
  }
  return Math.sqrt(q)
}

/** The greatest speed of a slower lap between where the planned one brakes and the cone. */
function slowerAtCone(track: Track, { speedMps }: SpeedTrace, brakeStart: CornerPoint, coneM: number): number {
  const lateM = Math.max(0, signedApart(track, brakeStart.stationM, coneM))
  let most = valueAt(track, speedMps, wrapStation(track, coneM))
  for (let at = 0; at < lateM; at += STRIDE_M) most = Math.max(most, valueAt(track, speedMps, wrapStation(track, coneM - at)))
  return most
}

/** The least value of a rising test that passes, by halving; null where even the most does not. */
function leastThatPasses(most: number, passes: (value: number) => boolean): number | null {
  if (!passes(most)) return null
  let [low, high] = [0, most]
  for (let k = 0; k < HALVINGS; k++) {
    const middle = (low + high) / 2
    if (passes(middle)) high = middle
    else low = middle
  }
  return high
}

/**
 * For every corner that is braked or lifted for: the student does nothing for `reactionS` after the cone, then brakes straight on
 * as hard as pace 1.0 allows, and beyond the edge as hard as the ground does.
 * @param coneStationM - where a corner's brake cone stands, by corner number; where its brakes or lift begin where none does
 */
export function roomToBeWrong(
  driven: Driven,
  corners: readonly { number: string; points: CornerPoints }[],
  runOffs: readonly RunOff[],
  coneStationM: (cornerNumber: string) => number | null,
  ground: Ground,
  reactionS = DEFAULT_REACTION_S,
): RoomToBeWrong[] {
  const { track, path } = driven.driven
  const able = straightForces(driven, { lateral: 1, brake: 1, drive: 1 })
  const driving = straightForces(driven, driven.setup.pace)
  return corners.flatMap(({ number, points }): RoomToBeWrong[] => {
    const { turnIn } = points
    const slowing = points.brakeStart ?? points.lift
    if (!slowing || !turnIn) return []
    const coneM = coneStationM(number) ?? slowing.stationM
    // a driver who brakes into the corner goes straight on from the cone itself
    const approachM = Math.max(0, signedApart(track, coneM, turnIn.stationM))
    const off = approachM > 0 ? turnIn : pointAt(driven.driven, coneM)
    const headingRad = path.headingRad[sampleAtStation(track, off.stationM)]!
    const straight = goStraightOn(track, runOffs, { x: off.x, y: off.y, headingRad, stationM: off.stationM })
    const { runOff } = straight
    const groundG = runOff && groundGrip(runOff.surface, driven.vehicle, driven.setup.conditions, ground)
    const toObstacleM = straight.toObstacleM === null ? null : approachM + straight.toObstacleM
    const toEdgeM = straight.toEdgeM === null ? null : approachM + straight.toEdgeM
    /** From a cone that stands so many metres earlier than the real one. */
    const wayFrom = (earlierM: number, reactionM: number) => ({
      stationM: coneM - earlierM + reactionM,
      roadM: toEdgeM === null ? Infinity : Math.max(0, toEdgeM + earlierM - reactionM),
      groundG,
    })
    const neededFrom = (earlierM: number, speedMps: number) => {
      const reactionM = speedMps * reactionS
      return { reactionM, brakingM: brake(driven, able, wayFrom(earlierM, reactionM), speedMps).metres }
    }
    const speedAt = (stationM: number) => speedAtCone(driven, driving, slowing, stationM)
    const coneSpeedMps = speedAt(coneM)
    const { reactionM, brakingM } = neededFrom(0, coneSpeedMps)
    const marginM = marginOf(toEdgeM, toObstacleM, reactionM + brakingM)
    const unsafe = marginM !== null && marginM < 0
    const stops = (earlierM: number, speedMps: number) => {
      const need = neededFrom(earlierM, speedMps)
      return need.reactionM + need.brakingM <= toObstacleM! + earlierM
    }
    return [
      {
        cornerNumber: number,
        mark: points.brakeStart ? 'brake' : 'lift',
        coneStationM: coneM,
        coneSpeedMps,
        reactionM,
        brakingM,
        toEdgeM,
        toObstacleM,
        surface: runOff?.surface ?? null,
        depthM: runOff?.depthM ?? null,
        groundG,
        marginM,
        obstacleSpeedMps:
          toObstacleM === null
            ? null
            : brake(driven, able, wayFrom(0, reactionM), coneSpeedMps, Math.max(0, toObstacleM - reactionM)).speedMps,
        verdict: verdictOf(straight, marginM),
        coneEarlierM: unsafe ? leastThatPasses(MOST_EARLIER_M, (earlier) => stops(earlier, speedAt(coneM - earlier))) : null,
        paceShare: unsafe ? slowEnough(driven, (slower) => stops(0, slowerAtCone(track, slower, slowing, coneM))) : null,
      },
    ]
  })
}

/** What is left before the first thing that can be hit, or, where that is not known, before the edge if it is enough. */
function marginOf(toEdgeM: number | null, toObstacleM: number | null, neededM: number): number | null {
  if (toObstacleM !== null) return toObstacleM - neededM
  return toEdgeM !== null && toEdgeM >= neededM ? toEdgeM - neededM : null
}

function verdictOf(straight: StraightOn, marginM: number | null): RoomToBeWrong['verdict'] {
  if (straight.toEdgeM === null) return 'room' // straight on never leaves the road
  if (marginM === null) return 'unknown'
  return marginM < 0 ? 'unsafe' : 'room'
}

/** The greatest share of the plan's pace at which a test on the slower lap passes. */
function slowEnough({ road, vehicle, setup }: Driven, passes: (trace: SpeedTrace) => boolean): number | null {
  const { lateral, brake, drive } = setup.pace
  const at = (share: number) =>
    speedAlong(road, vehicle, { ...setup, pace: { lateral: lateral * share, brake: brake * share, drive: drive * share } })
  const less = leastThatPasses(1 - LEAST_PACE_SHARE, (taken) => passes(at(1 - taken)))
  return less === null ? null : 1 - less
}
