import { smoothstep } from '../geometry/smoothstep'
import type { Track } from '../geometry/track'
import type { DrivenCoefficients } from './drivenLine'
import { fastestPlaces } from './lineSections'
import type { OffsetBasis } from './offsetBasis'

/** Lines change over within this many knots. */
const BLEND_KNOTS = 5

/**
 * A line with the quickest of all lines' pieces in each section: one search finds the better way through one corner, another through the
 * next. Sections end where the line is at its fastest, because what came before matters least there. A join is a start for another
 * search and may be slower than the line itself.
 * @param drive - gives a line's speeds
 */
export function joinLines(
  track: Track,
  basis: OffsetBasis,
  line: DrivenCoefficients,
  others: readonly DrivenCoefficients[],
  drive: (coefficients: Float64Array) => DrivenCoefficients,
): DrivenCoefficients {
  const ends = fastestPlaces(line.q, track.closed)
  const all = [line, ...others]
  let joined = line.coefficients
  ends.forEach((from, e) => {
    const to = ends[(e + 1) % ends.length]!
    const times = all.map((one) => timeBetween(one, from, to))
    const quickest = all[times.indexOf(Math.min(...times))]!
    if (quickest === line) return
    const shares = sharesBetween(track, basis, track.stationM[from]!, track.stationM[to]!)
    joined = joined.map((c, k) => c + shares[k]! * (quickest.coefficients[k]! - c))
  })
  return joined === line.coefficients ? line : drive(joined)
}

/** The share that each coefficient of another line has in a join: 1 within a section, 0 away from it, and smoothly between them. */
function sharesBetween(track: Track, basis: OffsetBasis, fromM: number, toM: number): Float64Array {
  const whole = track.lengthM
  const lengthM = (toM - fromM + whole) % whole || whole
  return Float64Array.from({ length: basis.size }, (_, k) => {
    const onM = ((k - 1) * basis.knotSpacingM - fromM + 2 * whole) % whole
    const sinceM = onM > lengthM + (whole - lengthM) / 2 ? onM - whole : onM
    return smoothstep(0.5 + Math.min(sinceM, lengthM - sinceM) / (BLEND_KNOTS * basis.knotSpacingM))
  })
}

function timeBetween({ q, stepM }: DrivenCoefficients, from: number, to: number): number {
  const n = q.length
  let seconds = 0
  for (let i = from; i !== to; i = (i + 1) % n) seconds += stepM[i]! / Math.sqrt((q[i]! + q[(i + 1) % n]!) / 2)
  return seconds
}
