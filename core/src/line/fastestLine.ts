import type { Setup, Vehicle } from '@ochote/contracts'
import { sampleTrack, type Track } from '../geometry/track'
import { corridorOf, DRAWN_IN_M, WITHIN_M } from './corridor'
import type { GripMap } from './gripMap'
import { lapCostOf } from './lapCost'
import { FINDING, leastCost, POLISHING, type LineSpace, type Stage } from './leastCost'
import type { LineBounds } from './lineBounds'
import { minimumCurvatureCoefficients } from './minimumCurvature'
import { lineOf, offsetBasis } from './offsetBasis'

/** A line as its coefficients, which any sampling of the track can be given. */
interface SolvedLine {
  readonly coefficients: Float64Array
  readonly knotSpacingM: number
}

export interface LineProblem {
  readonly track: Track
  readonly gripOf: (track: Track, rampM: number) => GripMap
  readonly vehicle: Vehicle
  readonly setup: Pick<Setup, 'pace' | 'brakingSchool' | 'conditions'>
  readonly bounds: LineBounds
  readonly knotSpacingM: number
  /** share of the work done, 0…1; a throw stops it */
  readonly onProgress?: (share: number) => void
}

const USUAL_KNOTS_M = 8
/** While a line runs too far out, its walls are made so many times stiffer, at most so often. */
const STIFFER = 5
const MOST_STIFFENINGS = 3

/** Where lines are searched for: the circuit sampled at any step, each sampling made once. */
export function lineSpaces({ track, gripOf, vehicle, setup, knotSpacingM }: LineProblem): (stepM: number) => LineSpace {
  const spaces = new Map<number, LineSpace>()
  const easier = setup.brakingSchool === 'separate' ? { ...setup, brakingSchool: 'blend' as const } : setup
  return (stepM) => {
    const known = spaces.get(stepM)
    if (known) return known
    const sampled = sampleTrack(track.circuit, stepM)
    const space = {
      track: sampled,
      basis: offsetBasis(sampled, knotSpacingM),
      costAt: (rounding: number, eased: boolean, rampM: number) =>
        lapCostOf(sampled, gripOf(sampled, rampM), vehicle, eased ? easier : setup, rounding),
    }
    spaces.set(stepM, space)
    return space
  }
}

/** Runs the stages and, while the line runs too far beyond its bounds, the last one again with stiffer walls. */
function solveStages(
  spaceAt: (stepM: number) => LineSpace,
  bounds: LineBounds,
  start: Float64Array,
  stages: readonly Stage[],
  onProgress?: (share: number) => void,
): Float64Array {
  const { track, basis } = spaceAt(stages[0]!.stepM)
  const corridor = corridorOf(track, basis, bounds)
  const all = stages.reduce((sum, stage) => sum + stage.mostSteps, 0)
  let done = 0
  const onStep = () => onProgress?.(Math.min(0.99, ++done / all))
  let solved = leastCost(spaceAt, corridor, start, stages, { onStep })
  let last = stages[stages.length - 1]!
  for (let k = 0; k < MOST_STIFFENINGS && solved.beyondM > DRAWN_IN_M + WITHIN_M; k++) {
    last = { ...last, stiffness: last.stiffness * STIFFER }
    solved = leastCost(spaceAt, corridor, solved.coefficients, [last], { onStep })
  }
  return solved.coefficients
}

/**
 * The line of least lap time: from the line of least curvature downhill by lap time's own gradient (docs/line.md).
 * The separate school has many places it could settle in: it also starts where
 * the blend school would, and the quicker of both is polished.
 */
export function fastestLine(problem: LineProblem): SolvedLine {
  const { bounds, knotSpacingM, setup, onProgress } = problem
  const finer = Math.min(1, knotSpacingM / USUAL_KNOTS_M)
  const scaled = (stages: readonly Stage[]) => stages.map((stage) => ({ ...stage, stepM: stage.stepM * finer }))
  const eased = FINDING.map((stage, k) => ({ ...stage, eased: k < FINDING.length - 1 }))
  const finding = (setup.brakingSchool === 'separate' ? [FINDING, eased] : [FINDING]).map(scaled)
  const polishing = scaled(POLISHING)
  const spaceAt = lineSpaces(problem)
  const { track, basis, costAt } = spaceAt(polishing[0]!.stepM)
  const smooth = minimumCurvatureCoefficients(track, basis, bounds)
  const found = finding.map((stages, k) =>
    solveStages(spaceAt, bounds, smooth, stages, (share) => onProgress?.((FINDING_SHARE * (k + share)) / finding.length)),
  )
  const { rounding, rampM } = polishing[0]!
  const lapS = costAt(rounding, false, rampM)
  const quickest = quickestOf(found, (coefficients) => lapS(lineOf(basis, coefficients)).value)
  const coefficients = solveStages(spaceAt, bounds, quickest, polishing, (share) =>
    onProgress?.(FINDING_SHARE + (1 - FINDING_SHARE) * share),
  )
  return { coefficients, knotSpacingM }
}

const FINDING_SHARE = 0.5

const quickestOf = (lines: readonly Float64Array[], lapS: (line: Float64Array) => number): Float64Array => {
  const times = lines.map(lapS)
  return lines[times.indexOf(Math.min(...times))]!
}
