import type { Track } from '../geometry/track'
import type { OffsetLine } from './path'

/** Offsets as a uniform cubic B-spline by station: four coefficients affect each sample. */
export interface OffsetBasis {
  /** number of coefficients */
  readonly size: number
  readonly closed: boolean
  readonly knotSpacingM: number
  /** 4 for each sample: the coefficients that affect it */
  readonly reach: Int32Array
  /** 4 weights for each sample, of the offset and of its first and second derivative by station */
  readonly value: Float64Array
  readonly slope: Float64Array
  readonly bend: Float64Array
}

type Stations = Pick<Track, 'closed' | 'lengthM' | 'count' | 'stationM'>

const KNOT_SPACING_M = 8
const KART_KNOT_SPACING_M = 4

/** Least distance between a line's knots, metres: what hands can steer. */
export const knotSpacingFor = (kind: 'car' | 'kart' | 'motorcycle'): number => (kind === 'kart' ? KART_KNOT_SPACING_M : KNOT_SPACING_M)

/** The spacing at least so wide of which a whole number fits a length, m. */
export const evenSpacing = (lengthM: number, leastM: number): number => lengthM / Math.max(4, Math.floor(lengthM / leastM))

/**
 * The basis for a track, or for any other stations along it.
 * @param knotSpacingM - least spacing of the knots; widened a little so that a whole number fits
 */
export function offsetBasis(track: Stations, knotSpacingM: number): OffsetBasis {
  const h = evenSpacing(track.lengthM, knotSpacingM)
  const pieces = Math.round(track.lengthM / h)
  const size = track.closed ? pieces : pieces + 3
  const reach = new Int32Array(4 * track.count)
  const value = new Float64Array(4 * track.count)
  const slope = new Float64Array(4 * track.count)
  const bend = new Float64Array(4 * track.count)
  for (let i = 0; i < track.count; i++) {
    const u = track.stationM[i]! / h
    const piece = Math.min(Math.floor(u), pieces - 1)
    const t = u - piece
    for (let k = 0; k < 4; k++) reach[4 * i + k] = (piece + k) % size
    const r = 1 - t
    value.set([(r * r * r) / 6, (3 * t * t * t - 6 * t * t + 4) / 6, (-3 * t * t * t + 3 * t * t + 3 * t + 1) / 6, (t * t * t) / 6], 4 * i)
    slope.set([(-r * r) / (2 * h), (3 * t * t - 4 * t) / (2 * h), (-3 * t * t + 2 * t + 1) / (2 * h), (t * t) / (2 * h)], 4 * i)
    bend.set([r / (h * h), (3 * t - 2) / (h * h), (1 - 3 * t) / (h * h), t / (h * h)], 4 * i)
  }
  return { size, closed: track.closed, knotSpacingM: h, reach, value, slope, bend }
}

/** The line that coefficients describe. */
export function lineOf({ reach, value, slope, bend }: OffsetBasis, coefficients: Float64Array): OffsetLine {
  const n = reach.length / 4
  const line = { offsetM: new Float64Array(n), slope: new Float64Array(n), bendPerM: new Float64Array(n) }
  for (let i = 0, at = 0; i < n; i++, at += 4) {
    const c0 = coefficients[reach[at]!]!
    const c1 = coefficients[reach[at + 1]!]!
    const c2 = coefficients[reach[at + 2]!]!
    const c3 = coefficients[reach[at + 3]!]!
    line.offsetM[i] = c0 * value[at]! + c1 * value[at + 1]! + c2 * value[at + 2]! + c3 * value[at + 3]!
    line.slope[i] = c0 * slope[at]! + c1 * slope[at + 1]! + c2 * slope[at + 2]! + c3 * slope[at + 3]!
    line.bendPerM[i] = c0 * bend[at]! + c1 * bend[at + 1]! + c2 * bend[at + 2]! + c3 * bend[at + 3]!
  }
  return line
}
