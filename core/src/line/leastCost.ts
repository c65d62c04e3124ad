import type { Track } from '../geometry/track'
import { dampen, ringOrder, solverInPlace } from './bandedSolve'
import { addCorridorCost, addCorridorMatrix, mostBeyond, type Corridor } from './corridor'
import { curvatureMatrix, residualsOf } from './curvatureEquations'
import { descend } from './descent'
import type { LineCost } from './lapCost'
import { coefficientAt, lineOf, type OffsetBasis } from './offsetBasis'
import type { OffsetLine } from './path'

/** Adds a cost's derivatives by the coefficients to a gradient. */
export function addByCoefficients(basis: OffsetBasis, cost: LineCost, gradient: Float64Array): void {
  for (let i = 0; i < cost.byOffset.length; i++) {
    for (let k = 0; k < 4; k++) {
      const at = 4 * i + k
      const c = coefficientAt(basis, i, k)
      gradient[c] =
        gradient[c]! + cost.byOffset[i]! * basis.value[at]! + cost.bySlope[i]! * basis.slope[at]! + cost.byBend[i]! * basis.bend[at]!
    }
  }
}

/** The lines of a basis on a track sampled at one step, and what each costs. */
export interface LineSpace {
  readonly track: Track
  readonly basis: OffsetBasis
  /**
   * @param rounding - of the model's corners
   * @param eased - whether the separate school may brake while it turns, as the blend school does
   */
  readonly costAt: (rounding: number, eased: boolean) => (line: OffsetLine) => LineCost
}

/** Seconds that a bend of the line costs, m⁻²: sets the preconditioner's scale against the corridor's stiffness. */
const BEND_COST = 150
const DAMPING = 1e-7
const LEAST_GAIN = 2e-6
const MOST_MOVE_M = 0.6

/** A matrix like the second derivative of lap time and corridor: ∫κ² for the one, exact for the other. */
function preconditionerOf({ track, basis }: LineSpace, corridor: Corridor, stiffness: number) {
  const place = basis.closed ? ringOrder(basis.size) : Int32Array.from({ length: basis.size }, (_, i) => i)
  return (coefficients: Float64Array) => {
    const matrix = curvatureMatrix(basis, residualsOf(track, lineOf(basis, coefficients)), place)
    for (let i = 0; i < matrix.rows.length; i++) matrix.rows[i] = matrix.rows[i]! * BEND_COST
    dampen(matrix, DAMPING)
    addCorridorMatrix(corridor, coefficients, stiffness, matrix, place)
    return solverInPlace(matrix, place)
  }
}

export interface Stage {
  readonly stepM: number
  readonly rounding: number
  readonly stiffness: number
  readonly mostSteps: number
  readonly eased: boolean
}

/**
 * Corners of the model are rounded a little at first and less later, the corridor's walls grow stiffer, the step finer. The
 * separate school has many places it could settle in, so it starts where the blend school does.
 */
export const STAGES: readonly Stage[] = [
  { stepM: 4, rounding: 0.04, stiffness: 2, mostSteps: 40, eased: true },
  { stepM: 2, rounding: 0.01, stiffness: 6, mostSteps: 40, eased: true },
  { stepM: 2, rounding: 0.006, stiffness: 8, mostSteps: 60, eased: false },
  { stepM: 1, rounding: 0.004, stiffness: 12, mostSteps: 60, eased: false },
  { stepM: 1, rounding: 0.002, stiffness: 12, mostSteps: 60, eased: false },
]

/** Coefficients of the line of least cost in a corridor, from others to start with. */
export function leastCost(
  spaceAt: (stepM: number) => LineSpace,
  corridor: Corridor,
  start: Float64Array,
  stages: readonly Stage[] = STAGES,
  onStep?: (step: number, cost: number) => void,
): { coefficients: Float64Array; beyondM: number } {
  let coefficients = start
  for (const { stepM, rounding, stiffness, mostSteps, eased } of stages) {
    const space = spaceAt(stepM)
    const cost = space.costAt(rounding, eased)
    const evaluate = (x: Float64Array, gradient: Float64Array) => {
      gradient.fill(0)
      const own = cost(lineOf(space.basis, x))
      addByCoefficients(space.basis, own, gradient)
      return own.value + addCorridorCost(corridor, x, stiffness, gradient)
    }
    const preconditioner = preconditionerOf(space, corridor, stiffness)
    const descent = { evaluate, preconditioner, mostSteps, leastGain: LEAST_GAIN, mostMove: MOST_MOVE_M, ...(onStep ? { onStep } : {}) }
    coefficients = descend(descent, coefficients).x
  }
  return { coefficients, beyondM: mostBeyond(corridor, coefficients) }
}
