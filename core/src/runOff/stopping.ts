import type { Driven } from '../corners/cornerPriority'
import { sampleAtStation, wrapStation } from '../geometry/track'
import type { Setup } from '@ochote/contracts'
import { forcesAlong, GRAVITY_MPS2, type Forces } from '../vehicle/forces'

const STRIDE_M = 1

/** The forces of the same road driven straight on, at a pace. */
export function straightForces({ road, vehicle, setup }: Driven, pace: Setup['pace']): Forces {
  const straight = { ...road, curvaturePerM: new Float64Array(road.curvaturePerM.length) }
  return forcesAlong(straight, vehicle, { ...setup, pace, brakingSchool: 'trail' })
}

/** A way straight on: some metres of road, then ground. */
export interface Way {
  readonly stationM: number
  /** metres of road before the edge; Infinity where it is never reached */
  readonly roadM: number
  /** braking beyond the edge, g; null where the road's own grip goes on */
  readonly groundG: number | null
}

/**
 * Brakes as hard as possible along a way, until the vehicle stands or the metres are used up.
 * @param able - the road driven straight on, at pace 1.0
 * @returns metres driven, Infinity where it never stops, and the speed that is left then, m/s
 */
export function brake(
  { driven: { track } }: Driven,
  able: Forces,
  { stationM, roadM, groundG }: Way,
  speedMps: number,
  mostM = Infinity,
): { metres: number; speedMps: number } {
  let q = speedMps * speedMps
  let metres = 0
  while (q > 0 && metres < mostM) {
    const onGround = groundG !== null && metres >= roadM
    const toEdgeM = groundG !== null && !onGround ? roadM - metres : Infinity
    const stride = Math.min(STRIDE_M, mostM - metres, toEdgeM)
    const slowing = onGround
      ? groundG * GRAVITY_MPS2
      : able.slowingMps2(sampleAtStation(track, wrapStation(track, stationM + metres)), Math.max(0.25, q))
    if (!(slowing > 0)) return { metres: Infinity, speedMps: Math.sqrt(q) }
    const fall = 2 * stride * slowing
    if (fall >= q) return { metres: metres + (stride * q) / fall, speedMps: 0 }
    q -= fall
    metres += stride
  }
  return { metres, speedMps: Math.sqrt(Math.max(0, q)) }
}
