import { stationsApart, type PlanSolution } from '@ochote/core'
import { distance } from '../../format/format'

/** The straight on which followers change places, and the speed along it. */
export interface SwapStraight {
  /** number of the corner before it */
  readonly after: string
  /** "on the straight after corner 11 Weir, 420 m" */
  readonly words: string
  /** "on the straight after corner 11" */
  readonly short: string
  readonly speedMps: number
  readonly slowestMps: number
}

/**
 * The straight after a corner, from its end to the beginning of the next.
 * @param afterCorner - the chosen one; the longest straight where none is
 */
export function swapStraight({ track, corners, trace }: PlanSolution, afterCorner: string): SwapStraight {
  const straights = corners.map((corner, k) => {
    const next = corners[(k + 1) % corners.length]!
    return { corner, lengthM: stationsApart(track, corner.endM, next.startM) }
  })
  const longest = straights.reduce((a, b) => (b.lengthM > a.lengthM ? b : a))
  const chosen = straights.find((s) => s.corner.number === afterCorner) ?? longest
  const { number, name } = chosen.corner
  return {
    after: number,
    words: `on the straight after corner ${number}${name ? ` ${name}` : ''}, ${distance(chosen.lengthM)} long`,
    short: `on the straight after corner ${number}`,
    speedMps: trace.speedMps.reduce((a, b) => Math.max(a, b)),
    slowestMps: trace.speedMps.reduce((a, b) => Math.min(a, b)),
  }
}
