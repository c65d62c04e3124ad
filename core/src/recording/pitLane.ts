import { featuresOf } from '../geometry/circuit'
import { toLocal } from '../geometry/localMetres'
import { placeAt, valueAt, wrapStation, type Track } from '../geometry/track'
import type { Placed } from './placed'

/** A car is in the pit lane when it is this far beyond the edge of the road, and within this of the lane's middle, m: lanes are up to 12 m wide. */
const BEYOND_EDGE_M = 1
const IN_LANE_M = 8
/** A car that runs wide beside the pit lane is back on the road sooner than this, s. */
const LEAST_S = 3

/** Whether the car drove through the pit lane between two samples. False where the circuit's file has none. */
export function wentThroughPits(track: Track, { timeS, alongM, offsetM }: Placed, from: number, to: number): boolean {
  const lanes = featuresOf(track.circuit, 'pit-lane').map(({ geometry }) =>
    geometry.coordinates.map(([lon, lat]) => toLocal(track.circuit.frame, lon, lat)),
  )
  if (lanes.length === 0) return false
  const isThere = (i: number) => {
    if (Number.isNaN(alongM[i]!)) return false
    const s = wrapStation(track, alongM[i]!)
    const edgeM = valueAt(track, offsetM[i]! > 0 ? track.halfLeftM : track.halfRightM, s)
    if (Math.abs(offsetM[i]!) < edgeM + BEYOND_EDGE_M) return false
    const place = placeAt(track, s, offsetM[i]!)
    return lanes.some((lane) => lane.slice(1).some((end, k) => distanceM(place, lane[k]!, end) <= IN_LANE_M))
  }
  let since = NaN
  for (let i = from; i < to; i++) {
    if (!isThere(i)) since = NaN
    else if (Number.isNaN(since)) since = timeS[i]!
    else if (timeS[i]! - since >= LEAST_S) return true
  }
  return false
}

interface Point {
  readonly x: number
  readonly y: number
}

/** From a point to the nearest place of a straight piece. */
function distanceM(p: Point, a: Point, b: Point): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y]
  const length = dx * dx + dy * dy
  const t = length === 0 ? 0 : Math.min(1, Math.max(0, ((p.x - a.x) * dx + (p.y - a.y) * dy) / length))
  return Math.hypot(p.x - a.x - t * dx, p.y - a.y - t * dy)
}
