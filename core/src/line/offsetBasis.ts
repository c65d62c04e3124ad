import type { Track } from '../geometry/track'
import type { OffsetLine } from './path'

/**
 * Offsets as a uniform cubic B-spline by station: four coefficients reach each sample.
 */
export interface OffsetBasis {
  /** number of coefficients */
  readonly size: number
  readonly closed: boolean
  readonly knotSpacingM: number
  /** coefficient indices reaching sample i are `first[i] + 0…3`, wrapped when closed */
  readonly first: Int32Array
  /** 4 weights a sample of the offset, and of its first and second derivative by station */
  readonly value: Float64Array
  readonly slope: Float64Array
  readonly bend: Float64Array
}

type Stations = Pick<Track, 'closed' | 'lengthM' | 'count' | 'stationM'>

const KNOT_SPACING_M = 8
const KART_KNOT_SPACING_M = 4

/** Least distance between a line's knots, metres: what hands can steer. */
export const knotSpacingFor = (kind: 'car' | 'kart' | 'motorcycle'): number => (kind === 'kart' ? KART_KNOT_SPACING_M : KNOT_SPACING_M)

/**
 * The basis for a track, or for any other stations along it.
 * @param knotSpacingM - least spacing of knots; widened a little so that a whole number fits
 */
export function offsetBasis(track: Stations, knotSpacingM: number): OffsetBasis {
  const pieces = Math.max(4, Math.floor(track.lengthM / knotSpacingM))
  const h = track.lengthM / pieces
  const size = track.closed ? pieces : pieces + 3
  const first = new Int32Array(track.count)
  const value = new Float64Array(4 * track.count)
  const slope = new Float64Array(4 * track.count)
  const bend = new Float64Array(4 * track.count)
  for (let i = 0; i < track.count; i++) {
    const u = track.stationM[i]! / h
    const piece = Math.min(Math.floor(u), pieces - 1)
    const t = u - piece
    first[i] = piece
    const r = 1 - t
    value.set([(r * r * r) / 6, (3 * t * t * t - 6 * t * t + 4) / 6, (-3 * t * t * t + 3 * t * t + 3 * t + 1) / 6, (t * t * t) / 6], 4 * i)
    slope.set([(-r * r) / (2 * h), (3 * t * t - 4 * t) / (2 * h), (-3 * t * t + 2 * t + 1) / (2 * h), (t * t) / (2 * h)], 4 * i)
    bend.set([r / (h * h), (3 * t - 2) / (h * h), (1 - 3 * t) / (h * h), t / (h * h)], 4 * i)
  }
  return { size, closed: track.closed, knotSpacingM: h, first, value, slope, bend }
}

/** Index of coefficient k of those reaching sample i. */
export function coefficientAt(basis: OffsetBasis, i: number, k: number): number {
  return (basis.first[i]! + k) % basis.size
}

/** The line that coefficients describe. */
export function lineOf(basis: OffsetBasis, coefficients: Float64Array): OffsetLine {
  const n = basis.first.length
  const line = { offsetM: new Float64Array(n), slope: new Float64Array(n), bendPerM: new Float64Array(n) }
  for (let i = 0; i < n; i++) {
    for (let k = 0; k < 4; k++) {
      const c = coefficients[coefficientAt(basis, i, k)]!
      line.offsetM[i] = line.offsetM[i]! + c * basis.value[4 * i + k]!
      line.slope[i] = line.slope[i]! + c * basis.slope[4 * i + k]!
      line.bendPerM[i] = line.bendPerM[i]! + c * basis.bend[4 * i + k]!
    }
  }
  return line
}
