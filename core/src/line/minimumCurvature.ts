import type { Track } from '../geometry/track'
import { addTo, bandedMatrix, ringOrder, solveBanded } from './bandedSolve'
import { coefficientAt, coefficientBounds, lineOf, offsetBasis, type OffsetBasis } from './offsetBasis'
import type { LineBounds } from './lineBounds'
import { pathOf, type OffsetLine } from './path'

const MOST_ITERATIONS = 60
/** Stops when ∫κ² falls by less than this share in one step. */
const LEAST_GAIN = 1e-7
/** Damping, as a share of the matrix's mean diagonal: it keeps a straight course, where any offset is as good, well posed. */
const DAMPING = 1e-9

interface Residuals {
  /** κ·√(ds of the line) at each sample */
  r: Float64Array
  /** its derivatives by n, n′ and n″ there */
  byOffset: Float64Array
  bySlope: Float64Array
  byBend: Float64Array
}

/** κ√|p′| and its derivatives at each sample: the residuals whose squares sum to ∫κ² along the line. */
function residualsOf(track: Track, line: OffsetLine): Residuals {
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
    const scale = root * Math.pow(stretch2, -1.25) // κ√|p′| = cross · |p′|^(−5/2)
    const inner = -2.5 * (cross / stretch2) // from the derivative of |p′|^(−5/2) = (|p′|²)^(−5/4)
    out.r[i] = cross * scale
    out.byOffset[i] = scale * (-k * (2 * k * along + bend) + slope * kSlope - inner * k * along)
    out.bySlope[i] = scale * (4 * slope * k + n * kSlope + inner * slope)
    out.byBend[i] = scale * along
  }
  return out
}

const sumOfSquares = (values: Float64Array) => values.reduce((sum, v) => sum + v * v, 0)

/** Gradient and Gauss–Newton matrix of ½·Σr² by the coefficients, the matrix in ring order. */
function normalEquations(basis: OffsetBasis, residuals: Residuals, place: Int32Array) {
  const gradient = new Float64Array(basis.size)
  const matrix = bandedMatrix(basis.size, Math.min(7, basis.size - 1))
  const row = [0, 0, 0, 0]
  for (let i = 0; i < residuals.r.length; i++) {
    for (let k = 0; k < 4; k++) {
      const at = 4 * i + k
      row[k] = residuals.byOffset[i]! * basis.value[at]! + residuals.bySlope[i]! * basis.slope[at]! + residuals.byBend[i]! * basis.bend[at]!
      const c = coefficientAt(basis, i, k)
      gradient[c] = gradient[c]! + row[k]! * residuals.r[i]!
      for (let m = 0; m <= k; m++) addTo(matrix, place[c]!, place[coefficientAt(basis, i, m)]!, row[k]! * row[m]!)
    }
  }
  return { gradient, matrix }
}

/** Newton step over the coefficients that are free to move; those held at a bound stay. */
function freeStep(basis: OffsetBasis, residuals: Residuals, place: Int32Array, held: (c: number, slope: number) => boolean) {
  const { gradient, matrix } = normalEquations(basis, residuals, place)
  const { size, width, rows } = matrix
  const stride = width + 1
  let trace = 0
  for (let i = 0; i < size; i++) trace += rows[i * stride + width]!
  const rhs = new Float64Array(size)
  const free = Array.from(gradient, (slope, c) => !held(c, slope))
  const unknownAt = new Int32Array(size)
  place.forEach((row, c) => (unknownAt[row] = c))
  for (let i = 0; i < size; i++) {
    for (let j = Math.max(0, i - width); j < i; j++) {
      if (!free[unknownAt[i]!] || !free[unknownAt[j]!]) rows[i * stride + width - (i - j)] = 0
    }
    rows[i * stride + width] = rows[i * stride + width]! + (DAMPING * trace) / size
    rhs[i] = free[unknownAt[i]!] ? -gradient[unknownAt[i]!]! : 0
  }
  const solved = solveBanded(matrix, rhs)
  return { gradient, step: gradient.map((_, c) => solved[place[c]!]!) }
}

/**
 * The line of least ∫κ² within bounds: Gauss–Newton steps projected on the bounds (Bertsekas, "Projected Newton methods",
 * 1982), each a banded solve over the coefficients that are free.
 * @param knotSpacingM - least spacing of the line's knots, metres
 */
export function minimumCurvatureLine(track: Track, bounds: LineBounds, knotSpacingM: number): OffsetLine {
  const basis = offsetBasis(track, knotSpacingM)
  const { low, high } = coefficientBounds(basis, bounds)
  const place = basis.closed ? ringOrder(basis.size) : Int32Array.from({ length: basis.size }, (_, i) => i)
  const clamp = (value: number, c: number) => Math.min(high[c]!, Math.max(low[c]!, value))
  let coefficients = Float64Array.from(low, (_, c) => clamp(0, c))
  let residuals = residualsOf(track, lineOf(basis, coefficients))
  let cost = sumOfSquares(residuals.r)
  for (let iteration = 0; iteration < MOST_ITERATIONS; iteration++) {
    const held = (c: number, slope: number) => (coefficients[c]! <= low[c]! && slope > 0) || (coefficients[c]! >= high[c]! && slope < 0)
    const { step } = freeStep(basis, residuals, place, held)
    let improved = false
    for (let share = 1; share > 1e-4; share /= 2) {
      const tried = coefficients.map((value, c) => clamp(value + share * step[c]!, c))
      const triedResiduals = residualsOf(track, lineOf(basis, tried))
      const triedCost = sumOfSquares(triedResiduals.r)
      if (triedCost >= cost) continue
      improved = cost - triedCost > LEAST_GAIN * cost
      coefficients = tried
      residuals = triedResiduals
      cost = triedCost
      break
    }
    if (!improved) break
  }
  return lineOf(basis, coefficients)
}

/** ∫κ² along a line, 1/m. */
export function curvatureEnergy(track: Track, line: OffsetLine): number {
  const path = pathOf(track, line)
  return path.curvaturePerM.reduce((sum, k, i) => sum + k * k * path.stepM[i]!, 0)
}
