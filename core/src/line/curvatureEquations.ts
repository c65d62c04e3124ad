import type { Track } from '../geometry/track'
import { addTo, bandedMatrix, type BandedMatrix } from './bandedSolve'
import { type OffsetBasis } from './offsetBasis'
import type { OffsetLine } from './path'

interface Residuals {
  /** κ·√(ds of the line) at each sample */
  r: Float64Array
  /** its derivatives by n, n′ and n″ there */
  byOffset: Float64Array
  bySlope: Float64Array
  byBend: Float64Array
}

/** κ√|p′| and its derivatives at each sample: the residuals whose squares sum to ∫κ² along the line. */
export function residualsOf(track: Track, line: OffsetLine): Residuals {
  const count = track.count
  const out = {
    r: new Float64Array(count),
    byOffset: new Float64Array(count),
    bySlope: new Float64Array(count),
    byBend: new Float64Array(count),
  }
  const root = Math.sqrt(track.stepM)
  for (let i = 0; i < count; i++) {
    const n = line.offsetM[i]!
    const slope = line.slope[i]!
    const bend = line.bendPerM[i]!
    const k = track.curvaturePerM[i]!
    const kSlope = track.curvatureSlopePerM2[i]!
    const along = 1 - n * k
    const stretch2 = along * along + slope * slope
    const cross = along * (k * along + bend) + slope * (2 * slope * k + n * kSlope)
    const scale = root / (stretch2 * Math.sqrt(Math.sqrt(stretch2))) // κ√|p′| = cross · |p′|^(−5/2)
    const inner = -2.5 * (cross / stretch2) // from the derivative of |p′|^(−5/2) = (|p′|²)^(−5/4)
    out.r[i] = cross * scale
    out.byOffset[i] = scale * (-k * (2 * k * along + bend) + slope * kSlope - inner * k * along)
    out.bySlope[i] = scale * (4 * slope * k + n * kSlope + inner * slope)
    out.byBend[i] = scale * along
  }
  return out
}

/** How residual i changes with coefficient k of the four that affect it. */
const byCoefficient = (basis: OffsetBasis, { byOffset, bySlope, byBend }: Residuals, i: number, k: number) =>
  byOffset[i]! * basis.value[4 * i + k]! + bySlope[i]! * basis.slope[4 * i + k]! + byBend[i]! * basis.bend[4 * i + k]!

/** Gradient of ½·Σr² by the coefficients. */
export function curvatureGradient(basis: OffsetBasis, residuals: Residuals): Float64Array {
  const gradient = new Float64Array(basis.size)
  for (let i = 0; i < residuals.r.length; i++) {
    for (let k = 0; k < 4; k++) {
      const c = basis.reach[4 * i + k]!
      gradient[c] = gradient[c]! + byCoefficient(basis, residuals, i, k) * residuals.r[i]!
    }
  }
  return gradient
}

/** Bandwidth of unknowns three apart on a ring. */
const OWN_WIDTH = 7

/**
 * Gauss–Newton matrix of ½·Σw·r² by the coefficients, with unknown c in row `place[c]`.
 * @param weight - w of each residual; 1 where it is not given
 */
export function curvatureMatrix(
  basis: OffsetBasis,
  residuals: Residuals,
  place: Int32Array,
  weight: (i: number) => number = () => 1,
  width = OWN_WIDTH,
): BandedMatrix {
  const matrix = bandedMatrix(basis.size, Math.min(width, basis.size - 1))
  const row = [0, 0, 0, 0]
  for (let i = 0; i < residuals.r.length; i++) {
    const w = weight(i)
    for (let k = 0; k < 4; k++) {
      row[k] = byCoefficient(basis, residuals, i, k)
      const c = place[basis.reach[4 * i + k]!]!
      for (let m = 0; m <= k; m++) addTo(matrix, c, place[basis.reach[4 * i + m]!]!, w * row[k]! * row[m]!)
    }
  }
  return matrix
}
