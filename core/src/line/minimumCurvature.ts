import type { Track } from '../geometry/track'
import { dampen, ringOrder, solverInPlace } from './bandedSolve'
import { addCorridorCost, addCorridorMatrix, corridorOf, DRAWN_IN_M, mostBeyond, WITHIN_M, type Corridor } from './corridor'
import { curvatureGradient, curvatureMatrix, residualsOf } from './curvatureEquations'
import { minimise } from './lbfgs'
import type { LineBounds } from './lineBounds'
import { lineOf, offsetBasis, type OffsetBasis } from './offsetBasis'
import { pathOf, type OffsetLine } from './path'

const MOST_STEPS = 60
/** Stops when steps gain less than this share of the cost. */
const LEAST_GAIN = 1e-5
const MOST_MOVE_M = 1.5
/** Damping, as a share of the matrix's mean diagonal. It keeps a straight course well posed, where any offset is as good as another. */
const DAMPING = 1e-9
/** The corridor's stiffness, m⁻⁴, raised until the line stays inside it. */
const STIFFNESSES = [1e-4, 1e-3, 1e-2, 1e-1, 1, 10]

const sumOfSquares = (values: Float64Array) => values.reduce((sum, v) => sum + v * v, 0)

/** Minimises ½·∫κ² plus the corridor's cost, by damped Gauss–Newton. */
function settle(track: Track, basis: OffsetBasis, corridor: Corridor, stiffness: number, start: Float64Array): Float64Array {
  const place = basis.closed ? ringOrder(basis.size) : Int32Array.from({ length: basis.size }, (_, i) => i)
  const evaluate = (x: Float64Array, gradient: Float64Array) => {
    const residuals = residualsOf(track, lineOf(basis, x))
    gradient.set(curvatureGradient(basis, residuals))
    return sumOfSquares(residuals.r) / 2 + addCorridorCost(corridor, x, stiffness, gradient)
  }
  const preconditioner = (x: Float64Array) => {
    const matrix = curvatureMatrix(basis, residualsOf(track, lineOf(basis, x)), place)
    addCorridorMatrix(corridor, x, stiffness, matrix, place)
    dampen(matrix, DAMPING)
    return solverInPlace(matrix, place)
  }
  return minimise({ evaluate, preconditioner, mostSteps: MOST_STEPS, leastGain: LEAST_GAIN, mostMove: MOST_MOVE_M }, start).x
}

/** Coefficients of the line of least ∫κ² within bounds. */
export function minimumCurvatureCoefficients(track: Track, basis: OffsetBasis, bounds: LineBounds): Float64Array {
  const corridor = corridorOf(track, basis, bounds)
  let coefficients: Float64Array = new Float64Array(basis.size)
  for (const stiffness of STIFFNESSES) {
    coefficients = settle(track, basis, corridor, stiffness, coefficients)
    if (stiffness >= STIFFNESSES[2]! && mostBeyond(corridor, coefficients) <= DRAWN_IN_M + WITHIN_M / 2) break
  }
  return coefficients
}

/**
 * The line of least ∫κ² within bounds.
 * @param knotSpacingM - least spacing of the line's knots, metres
 */
export function minimumCurvatureLine(track: Track, bounds: LineBounds, knotSpacingM: number): OffsetLine {
  const basis = offsetBasis(track, knotSpacingM)
  return lineOf(basis, minimumCurvatureCoefficients(track, basis, bounds))
}

/** ∫κ² along a line, 1/m. */
export function curvatureEnergy(track: Track, line: OffsetLine): number {
  const path = pathOf(track, line)
  return path.curvaturePerM.reduce((sum, k, i) => sum + k * k * path.stepM[i]!, 0)
}
