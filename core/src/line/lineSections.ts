import type { Track } from '../geometry/track'
import type { OffsetBasis } from './offsetBasis'

/** A section ends at a top speed that is this share above the slowest place on either side of it. */
const RISES_SHARE = 1.05

/** Samples of top speed between places that are clearly slower, in the order of the lap. */
export function fastestPlaces(q: Float64Array, closed: boolean): number[] {
  const n = q.length
  const rises = RISES_SHARE * RISES_SHARE
  const start = closed ? q.indexOf(Math.min(...q)) : 0
  const places: number[] = []
  let [top, low] = [start, start]
  let climbing = true
  for (let k = 1; k <= (closed ? n : n - 1); k++) {
    const i = (start + k) % n
    if (climbing) {
      if (q[i]! > q[top]!) top = i
      if (q[i]! * rises < q[top]!) {
        if (q[top]! > rises * q[low]!) places.push(top)
        climbing = false
        low = i
      }
    } else if (q[i]! < q[low]!) low = i
    else if (q[i]! > rises * q[low]!) {
      climbing = true
      top = i
    }
  }
  return places
}

/**
 * The coefficients that each section of a line begins with, ascending: sections go from one place of top speed to the next, where what came before
 * matters least.
 * @param seconds - from each sample to the next
 * @param inPairs - only every other place ends a section
 */
export function sectionStarts(track: Track, basis: OffsetBasis, seconds: Float64Array, inPairs: boolean): number[] {
  const q = seconds.map((s) => (track.stepM / s) ** 2)
  if (!track.closed) q[q.length - 1] = q[q.length - 2]! // nothing follows the last sample
  const places = fastestPlaces(q, track.closed).filter((_, k) => !inPairs || k % 2 === 0)
  const coefficients = places.map((i) => (Math.round(track.stationM[i]! / basis.knotSpacingM) + 1) % basis.size)
  return [...new Set(track.closed && places.length > 0 ? coefficients : [0, ...coefficients])].sort((a, b) => a - b)
}
