import type { Track } from '../geometry/track'
import { dampen, ringOrder, solverInPlace } from './bandedSolve'
import { addCorridorCost, addCorridorMatrix, corridorOf, DRAWN_IN_M, mostBeyond, WITHIN_M, type Corridor } from './corridor'
import { curvatureGradient, curvatureMatrix, residualsOf } from './curvatureEquations'
import type { LineBounds } from './lineBounds'
import { lineOf, offsetBasis, type OffsetBasis } from './offsetBasis'
import { pathOf, type OffsetLine } from './path'
import { dot } from './stepPairs'

const MOST_STEPS = 60
/** Stops when this many steps in a row gain less than this share of the cost. */
const [IDLE_STEPS, LEAST_GAIN] = [2, 1e-5]
const STANDS_STILL_M = 1e-9
const MOST_MOVE_M = 1.5
/** A step is halved until it gains this share of what its slope promises. */
const [MOST_HALVINGS, ENOUGH] = [12, 1e-4]
/** Damping, as a share of the matrix's mean diagonal. It keeps a straight course well posed, where any offset is as good as another. */
const DAMPING = 1e-9
/** The corridor's stiffness, m⁻⁴, raised until the line stays inside it. */
const STIFFNESSES = [1e-4, 1e-3, 1e-2, 1e-1, 1, 10]

const sumOfSquares = (values: Float64Array) => values.reduce((sum, v) => sum + v * v, 0)

/**
 * Minimises ½·∫κ² plus the corridor's cost, by damped Gauss–Newton with the exact matrix at every step (Nocedal & Wright, "Numerical
 * Optimization", 10.3): the cost is nearly quadratic between one set of walls touched and the next.
 */
function settle(track: Track, basis: OffsetBasis, corridor: Corridor, stiffness: number, start: Float64Array): Float64Array {
  const place = basis.closed ? ringOrder(basis.size) : Int32Array.from({ length: basis.size }, (_, i) => i)
  const look = (x: Float64Array) => {
    const residuals = residualsOf(track, lineOf(basis, x))
    const gradient = curvatureGradient(basis, residuals)
    const cost = sumOfSquares(residuals.r) / 2 + addCorridorCost(corridor, x, stiffness, gradient)
    return { x, residuals, gradient, cost }
  }
  let at = look(start)
  let idle = 0
  for (let step = 0; step < MOST_STEPS && idle < IDLE_STEPS; step++) {
    const matrix = curvatureMatrix(basis, at.residuals, place)
    addCorridorMatrix(corridor, at.x, stiffness, matrix, place)
    dampen(matrix, DAMPING)
    const downhill = solverInPlace(matrix, place)(at.gradient)
    const slope = -dot(downhill, at.gradient)
    const largest = downhill.reduce((most, v) => Math.max(most, Math.abs(v)), 0)
    if (!(slope < 0) || largest < STANDS_STILL_M) break
    let share = Math.min(1, MOST_MOVE_M / largest)
    const reach = () => look(at.x.map((v, c) => v - share * downhill[c]!))
    let next = reach()
    for (let k = 0; k < MOST_HALVINGS && next.cost > at.cost + ENOUGH * share * slope; k++) {
      share /= 2
      next = reach()
    }
    if (next.cost > at.cost) break
    idle = at.cost - next.cost < LEAST_GAIN * at.cost ? idle + 1 : 0
    at = next
  }
  return at.x
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
