import type { Track } from '../geometry/track'
import { dampen, ringOrder, solverInPlace } from './bandedSolve'
import { addCorridorCost, addCorridorMatrix, mostBeyond, type Corridor } from './corridor'
import { curvatureMatrix, residualsOf } from './curvatureEquations'
import { minimise } from './lbfgs'
import { RAMP_M } from './gripMap'
import type { LineCost } from './lapCost'
import type { RuleBook } from './lineRules'
import { lineOf, type OffsetBasis } from './offsetBasis'
import type { OffsetLine } from './path'

/** Adds a cost's derivatives, by the chain rule to coefficients, to a gradient. */
function addByCoefficients(basis: OffsetBasis, cost: LineCost, gradient: Float64Array): void {
  for (let i = 0; i < cost.byOffset.length; i++) {
    for (let k = 0; k < 4; k++) {
      const at = 4 * i + k
      const c = basis.reach[4 * i + k]!
      gradient[c] =
        gradient[c]! + cost.byOffset[i]! * basis.value[at]! + cost.bySlope[i]! * basis.slope[at]! + cost.byBend[i]! * basis.bend[at]!
    }
  }
}

/** The lines of a basis on a track sampled at one step, and the cost of each. */
export interface LineSpace {
  readonly track: Track
  readonly basis: OffsetBasis
  /**
   * @param rounding - of the model's non-smooth points
   * @param eased - whether the separate school may brake while it turns, as the blend school does
   * @param rampM - width of the rubbered band's edge
   */
  readonly costAt: (rounding: number, eased: boolean, rampM: number) => (line: OffsetLine) => LineCost
}

/** Seconds for the bend of a line, m⁻²: scales the preconditioner against the corridor's stiffness. */
const BEND_COST = 150
const DAMPING = 1e-7
/** Rules are stiffer than everything else, so they need less damping. */
const DAMPING_WITH_RULES = 1e-9
const LEAST_GAIN = 2e-6
const MOST_MOVE_M = 0.6

/** An approximation of the Hessian of lap time and corridor: ∫κ² for the first, exact for the second. */
function preconditionerOf({ track, basis }: LineSpace, corridor: Corridor, stiffness: number, book?: RuleBook, anchor?: Anchor) {
  const width = book ? (basis.closed ? 2 : 1) * book.spanOf(basis) + 1 : undefined
  const place = basis.closed ? ringOrder(basis.size) : Int32Array.from({ length: basis.size }, (_, i) => i)
  return (coefficients: Float64Array) => {
    const line = lineOf(basis, coefficients)
    const weight = (i: number) => BEND_COST + (anchor?.bendCost[i] ?? 0)
    const matrix = curvatureMatrix(basis, residualsOf(track, line), place, weight, width)
    addCorridorMatrix(corridor, coefficients, stiffness, matrix, place)
    book?.addToMatrix(basis, line, matrix, place)
    dampen(matrix, book ? DAMPING_WITH_RULES : DAMPING)
    return solverInPlace(matrix, place)
  }
}

/** A line to stay near: a different bend costs ½·bendCost·∫(difference)² ds. */
interface Anchor {
  readonly line: OffsetLine
  /** at each sample */
  readonly bendCost: Float64Array
}

export interface Stage {
  readonly stepM: number
  readonly rounding: number
  readonly stiffness: number
  readonly mostSteps: number
  readonly eased: boolean
  readonly rampM: number
}

/**
 * From stage to stage the model is rounded less, the corridor becomes stiffer, the step finer and the edge of the rubbered band
 * narrower. A wide edge at first matters: deep inside a band with a narrow edge, no gradient would point to the grip outside.
 */
export const FINDING: readonly Stage[] = [
  { stepM: 4, rounding: 0.04, stiffness: 1, mostSteps: 60, eased: false, rampM: 16 },
  { stepM: 4, rounding: 0.02, stiffness: 2, mostSteps: 40, eased: false, rampM: 8 },
  { stepM: 4, rounding: 0.02, stiffness: 2, mostSteps: 40, eased: false, rampM: 4 },
  { stepM: 2, rounding: 0.01, stiffness: 4, mostSteps: 40, eased: false, rampM: 2 },
]

/** The same where the road grips alike everywhere: no band's edge needs a stage, and more steps lead to no quicker line. */
export const FINDING_ALIKE: readonly Stage[] = [
  { stepM: 4, rounding: 0.04, stiffness: 1, mostSteps: 30, eased: false, rampM: RAMP_M },
  { stepM: 4, rounding: 0.02, stiffness: 2, mostSteps: 30, eased: false, rampM: RAMP_M },
  { stepM: 2, rounding: 0.01, stiffness: 4, mostSteps: 30, eased: false, rampM: RAMP_M },
]

/** From a join of the lines found until it has settled. */
export const SETTLING: readonly Stage[] = [
  { stepM: 4, rounding: 0.02, stiffness: 2, mostSteps: 40, eased: false, rampM: 4 },
  { stepM: 2, rounding: 0.01, stiffness: 4, mostSteps: 60, eased: false, rampM: 2 },
]

/** From the line found, until it is as fast as it gets on the samples that it is judged by. */
export const POLISHING: readonly Stage[] = [
  { stepM: 2, rounding: 0.005, stiffness: 8, mostSteps: 80, eased: false, rampM: RAMP_M },
  { stepM: 1, rounding: 0.002, stiffness: 12, mostSteps: 30, eased: false, rampM: RAMP_M },
  { stepM: 1, rounding: 0.0007, stiffness: 12, mostSteps: 15, eased: false, rampM: RAMP_M },
]

/** From the line of a similar set-up, for a first answer. */
export const FOLLOWING: readonly Stage[] = [
  { stepM: 2, rounding: 0.01, stiffness: 8, mostSteps: 30, eased: false, rampM: 2 },
  { stepM: 2, rounding: 0.004, stiffness: 12, mostSteps: 40, eased: false, rampM: RAMP_M },
]

interface LeastCostOptions {
  readonly onStep?: (step: number, cost: number) => void
  /** rules on the samples of the stages, which all have one step */
  readonly book?: RuleBook
  readonly anchor?: Anchor
}

/** Coefficients of the line of least cost in a corridor, from starting coefficients, stage by stage (L-BFGS in each). */
export function leastCost(
  spaceAt: (stepM: number) => LineSpace,
  corridor: Corridor,
  start: Float64Array,
  stages: readonly Stage[],
  { onStep, book, anchor }: LeastCostOptions = {},
): { coefficients: Float64Array; beyondM: number } {
  let coefficients = start
  for (const { stepM, rounding, stiffness, mostSteps, eased, rampM } of stages) {
    const space = spaceAt(stepM)
    const cost = space.costAt(rounding, eased, rampM)
    const evaluate = (x: Float64Array, gradient: Float64Array) => {
      gradient.fill(0)
      const line = lineOf(space.basis, x)
      const own = cost(line)
      book?.addTo(own, line)
      if (anchor) addAnchor(space.track.stepM, anchor, own, line)
      addByCoefficients(space.basis, own, gradient)
      return own.value + addCorridorCost(corridor, x, stiffness, gradient)
    }
    const preconditioner = preconditionerOf(space, corridor, stiffness, book, anchor)
    const descent = { evaluate, preconditioner, mostSteps, leastGain: LEAST_GAIN, mostMove: MOST_MOVE_M, ...(onStep ? { onStep } : {}) }
    coefficients = minimise(descent, coefficients).x
  }
  return { coefficients, beyondM: mostBeyond(corridor, coefficients) }
}

function addAnchor(stepM: number, { line: kept, bendCost }: Anchor, cost: LineCost, line: OffsetLine): void {
  for (let i = 0; i < line.bendPerM.length; i++) {
    const apart = line.bendPerM[i]! - kept.bendPerM[i]!
    cost.value += (bendCost[i]! * stepM * apart * apart) / 2
    cost.byBend[i] = cost.byBend[i]! + bendCost[i]! * stepM * apart
  }
}
