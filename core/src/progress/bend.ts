import type { Bend } from '@ochote/contracts'
import type { Corner } from '../geometry/corners'
import { sampleAtStation, stationsApart, type Track } from '../geometry/track'

/** Kinds of corner by the tightest bend of the road's centreline: what is learned at one is some use at another of its kind. */
export const bends = ['tight', 'medium', 'fast'] as const satisfies readonly Bend[]

/** A tight corner has a radius under this, and a fast one over that, m. */
export const TIGHT_UNDER_M = 35
export const FAST_OVER_M = 90

/** Curvature is averaged over this length, m: a kink in a survey is no corner. */
const AVERAGED_OVER_M = 10

/** The kind of a corner by the centreline's least radius in it. */
export function bendOf(track: Track, { startM, endM }: Corner): Bend {
  const half = Math.max(1, Math.round(AVERAGED_OVER_M / 2 / track.stepM))
  const at = (i: number) => track.curvaturePerM[track.closed ? (i + track.count) % track.count : Math.min(track.count - 1, Math.max(0, i))]!
  const first = sampleAtStation(track, startM)
  const samples = Math.round(stationsApart(track, startM, endM) / track.stepM)
  let most = 0
  for (let k = 0; k <= samples; k++) {
    let sum = 0
    for (let d = -half; d <= half; d++) sum += at(first + k + d)
    most = Math.max(most, Math.abs(sum) / (2 * half + 1))
  }
  const radiusM = 1 / Math.max(most, 1e-9)
  return radiusM < TIGHT_UNDER_M ? 'tight' : radiusM > FAST_OVER_M ? 'fast' : 'medium'
}
