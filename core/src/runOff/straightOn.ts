import { runOffAt, type RunOff } from '../geometry/placedFeatures'
import { sampleAtStation, wrapStation, type Track } from '../geometry/track'

/** Where a vehicle that goes straight on ends up. */
export interface StraightOn {
  /** metres driven until its middle crosses the edge; null where it does not within the look */
  readonly toEdgeM: number | null
  readonly side: 'left' | 'right' | null
  readonly edgeStationM: number | null
  /** run-off there, or null where the circuit's file says nothing */
  readonly runOff: RunOff | null
  /** metres driven until the first thing that can be hit; null where that is not known */
  readonly toObstacleM: number | null
}

const LOOK_M = 500
const STRIDE_M = 0.5
/** How far along the lap the nearest place may have moved in one stride: it never jumps to another part of the circuit. */
const NEAR_M = 12

/** Station and offset of a place, looked for only near a station. */
function placeNear(track: Track, x: number, y: number, stationM: number): { stationM: number; offsetM: number } {
  const from = sampleAtStation(track, stationM)
  const reach = Math.ceil(NEAR_M / track.stepM)
  let best = from
  let least = Infinity
  for (let k = -reach; k <= reach; k++) {
    const raw = from + k
    if (!track.closed && (raw < 0 || raw >= track.count)) continue
    const i = (raw + track.count) % track.count
    const away = (x - track.x[i]!) ** 2 + (y - track.y[i]!) ** 2
    if (away < least) {
      least = away
      best = i
    }
  }
  const heading = track.headingRad[best]!
  const [dx, dy] = [x - track.x[best]!, y - track.y[best]!]
  return {
    stationM: wrapStation(track, track.stationM[best]! + dx * Math.cos(heading) + dy * Math.sin(heading)),
    offsetM: -dx * Math.sin(heading) + dy * Math.cos(heading),
  }
}

/** Follows a straight path from a place on the track over the edge to the first thing that can be hit. */
export function goStraightOn(
  track: Track,
  runOffs: readonly RunOff[],
  from: { x: number; y: number; headingRad: number; stationM: number },
): StraightOn {
  let stationM = from.stationM
  let over: { drivenM: number; side: 'left' | 'right'; stationM: number; runOff: RunOff | null } | null = null
  for (let drivenM = 0; drivenM <= LOOK_M; drivenM += STRIDE_M) {
    const place = placeNear(track, from.x + drivenM * Math.cos(from.headingRad), from.y + drivenM * Math.sin(from.headingRad), stationM)
    stationM = place.stationM
    const i = sampleAtStation(track, stationM)
    const side = place.offsetM > 0 ? 'left' : 'right'
    const beyondM = Math.abs(place.offsetM) - (side === 'left' ? track.halfLeftM[i]! : track.halfRightM[i]!)
    if (beyondM < 0) continue
    over ??= { drivenM, side, stationM, runOff: runOffAt(track, runOffs, side, stationM) }
    if (!over.runOff) break
    if (beyondM >= over.runOff.depthM) return { ...edgeOf(over), toObstacleM: drivenM }
  }
  return over ? { ...edgeOf(over), toObstacleM: null } : { toEdgeM: null, side: null, edgeStationM: null, runOff: null, toObstacleM: null }
}

const edgeOf = (over: { drivenM: number; side: 'left' | 'right'; stationM: number; runOff: RunOff | null }) => ({
  toEdgeM: over.drivenM,
  side: over.side,
  edgeStationM: over.stationM,
  runOff: over.runOff,
})
