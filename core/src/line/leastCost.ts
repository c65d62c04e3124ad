import type { Track } from '../geometry/track'
import { cutApart, dampen, ringOrder, solverInPlace } from './bandedSolve'
import { addCorridorCost, addCorridorMatrix, mostBeyond, type Corridor } from './corridor'
import { curvatureMatrix, residualsOf } from './curvatureEquations'
import { minimise } from './lbfgs'
import type { LineCost } from './lapCost'
import type { RuleBook } from './lineRules'
import { lineOf, type OffsetBasis } from './offsetBasis'
import type { OffsetLine } from './path'

/** Adds a cost's derivatives, by the chain rule to coefficients, to a gradient. */
export function addByCoefficients(basis: OffsetBasis, cost: LineCost, gradient: Float64Array): void {
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
/** When a search stops, and how far one of its steps goes. */
export const [LEAST_GAIN, MOST_MOVE_M] = [2e-6, 0.6]

interface MatrixOptions {
  readonly book?: RuleBook
  readonly anchor?: Anchor
  /** the section of each coefficient: sections are not tied to each other */
  readonly sectionOf?: Int32Array
}

/** An approximation of the Hessian of lap time and corridor: ∫κ² for the first, exact for the second. */
export function preconditionerOf(
  { track, basis }: LineSpace,
  corridor: Corridor,
  stiffness: number,
  { book, anchor, sectionOf }: MatrixOptions = {},
) {
  const width = book ? (basis.closed ? 2 : 1) * book.spanOf(basis) + 1 : undefined
  const place = basis.closed ? ringOrder(basis.size) : Int32Array.from({ length: basis.size }, (_, i) => i)
  const sectionOfRow = sectionOf?.slice()
  if (sectionOf) place.forEach((row, c) => (sectionOfRow![row] = sectionOf[c]!))
  return (coefficients: Float64Array) => {
    const line = lineOf(basis, coefficients)
    const weight = (i: number) => BEND_COST + (anchor?.bendCost[i] ?? 0)
    const matrix = curvatureMatrix(basis, residualsOf(track, line), place, weight, width)
    addCorridorMatrix(corridor, coefficients, stiffness, matrix, place)
    book?.addToMatrix(basis, line, matrix, place)
    if (sectionOfRow) cutApart(matrix, sectionOfRow)
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
  /** in a stage with sections, the number of lines it may try */
  readonly mostSteps: number
  /** search every section separately, or two neighbours together; without this, the whole lap at once */
  readonly sections?: 'each' | 'pairs'
  readonly eased: boolean
  readonly rampM: number
}

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
    const preconditioner = preconditionerOf(space, corridor, stiffness, { ...(book ? { book } : {}), ...(anchor ? { anchor } : {}) })
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
