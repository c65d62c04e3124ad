import type { Track } from '../geometry/track'
import type { LineBounds } from './lineBounds'
import type { OffsetLine } from './path'

/**
 * Offsets as a uniform cubic B-spline by station: four coefficients reach each sample. A line whose coefficients keep
 * within bounds keeps within them itself (it lies in the convex hull of its coefficients).
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

const KNOT_SPACING_M = 8
const KART_KNOT_SPACING_M = 4

/** Least distance between a line's knots, metres: what hands can steer. */
export const knotSpacingFor = (kind: 'car' | 'kart' | 'motorcycle'): number => (kind === 'kart' ? KART_KNOT_SPACING_M : KNOT_SPACING_M)

/**
 * The basis for a track.
 * @param knotSpacingM - least spacing of knots; widened a little so that a whole number fits
 */
export function offsetBasis(track: Track, knotSpacingM: number): OffsetBasis {
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

/** Half-metre looks for a coefficient's tightest bound. */
const LOOK_M = 0.5

/**
 * Bounds on each coefficient: the tightest of the line's bounds within one knot either side of its place, so that a margin
 * that changes at a corner's start holds on both sides of it.
 */
export function coefficientBounds(basis: OffsetBasis, bounds: LineBounds): { low: Float64Array; high: Float64Array } {
  const low = new Float64Array(basis.size)
  const high = new Float64Array(basis.size)
  const h = basis.knotSpacingM
  for (let c = 0; c < basis.size; c++) {
    const centre = (c - 1) * h // the coefficient reached by piece p with k = 1 stands at p·h
    let least = Infinity
    let most = -Infinity
    for (let s = centre - 2 * h; s <= centre + 2 * h; s += LOOK_M) {
      least = Math.min(least, bounds.highM(s))
      most = Math.max(most, bounds.lowM(s))
    }
    if (most > least) most = least = (most + least) / 2 // margins on both sides overlap: the middle
    low[c] = most
    high[c] = least
  }
  return { low, high }
}
