import type { Setup, Vehicle } from '@ochote/contracts'
import { sampleTrack, valueAt, wrapStation, type Track } from '../geometry/track'
import { corridorOf, DRAWN_IN_M, WITHIN_M } from './corridor'
import { dryLineOffsets, type GripMap } from './gripMap'
import { lapCostOf } from './lapCost'
import { leastCost, STAGES, type LineSpace, type Stage } from './leastCost'
import type { LineBounds } from './lineBounds'
import { minimumCurvatureCoefficients } from './minimumCurvature'
import { lineOf, offsetBasis, type OffsetBasis } from './offsetBasis'

/** A line as its coefficients, which any sampling of the track can be given. */
export interface SolvedLine {
  readonly coefficients: Float64Array
  readonly knotSpacingM: number
}

export interface LineProblem {
  readonly track: Track
  readonly gripOf: (track: Track) => GripMap
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
    const grip = gripOf(sampled)
    const space = {
      track: sampled,
      basis: offsetBasis(sampled, knotSpacingM),
      costAt: (rounding: number, eased: boolean) => lapCostOf(sampled, grip, vehicle, eased ? easier : setup, rounding),
    }
    spaces.set(stepM, space)
    return space
  }
}

/** Runs the stages and, while the line runs too far beyond its bounds, the last one again with stiffer walls. */
export function solveStages(
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
  let solved = leastCost(spaceAt, corridor, start, stages, onStep)
  let last = stages[stages.length - 1]!
  for (let k = 0; k < MOST_STIFFENINGS && solved.beyondM > DRAWN_IN_M + WITHIN_M; k++) {
    last = { ...last, stiffness: last.stiffness * STIFFER }
    solved = leastCost(spaceAt, corridor, solved.coefficients, [last], onStep)
  }
  return solved.coefficients
}

/**
 * The line of least lap time: from the line of least curvature downhill by lap time's own gradient (physics.md section 4;
 * how and what it cannot do is in docs/line.md). Where the rubbered band is slippery, also from a line beside it: inside
 * the band nothing tells the search that there is grip to be had outside. The quicker of both is kept.
 */
export function fastestLine(problem: LineProblem): SolvedLine {
  const { bounds, knotSpacingM, setup, onProgress } = problem
  const finer = Math.min(1, knotSpacingM / USUAL_KNOTS_M)
  const stages = STAGES.map((stage) => ({ ...stage, stepM: stage.stepM * finer }))
  const spaceAt = lineSpaces(problem)
  const { track, basis } = spaceAt(stages[1]!.stepM)
  const smooth = minimumCurvatureCoefficients(track, basis, bounds)
  const starts = setup.conditions.rubberedGrip < 1 ? [smooth, besideTheRubber(track, basis, bounds)] : [smooth]
  const last = stages[stages.length - 1]!
  const lapOf = (coefficients: Float64Array) => {
    const space = spaceAt(last.stepM)
    return space.costAt(last.rounding, last.eased)(lineOf(space.basis, coefficients)).value
  }
  const solved = starts.map((start, s) => solveStages(spaceAt, bounds, start, stages, (share) => onProgress?.((s + share) / starts.length)))
  const quickest = solved.reduce((best, one) => (lapOf(one) < lapOf(best) ? one : best))
  return { coefficients: quickest, knotSpacingM }
}

/** How far beyond the rubbered band's limit a start is laid, metres, and how often its corners are smoothed. */
const BESIDE_M = 1
const SMOOTHINGS = 3

/** A line beside the rubbered band, on the side with more room. */
function besideTheRubber(track: Track, basis: OffsetBasis, bounds: LineBounds): Float64Array {
  const dry = dryLineOffsets(track)
  const away = track.circuit.rubberedBandM + BESIDE_M
  let coefficients = Float64Array.from({ length: basis.size }, (_, c) => {
    const stationM = wrapStation(track, (c - 1) * basis.knotSpacingM)
    const offset = valueAt(track, dry, stationM)
    const [low, high] = [bounds.lowM(stationM), bounds.highM(stationM)]
    const side = high - offset > offset - low ? 1 : -1
    return Math.min(high, Math.max(low, offset + side * away))
  })
  for (let k = 0; k < SMOOTHINGS; k++) {
    const before = coefficients
    const at = (c: number) => before[basis.closed ? (c + basis.size) % basis.size : Math.min(basis.size - 1, Math.max(0, c))]!
    coefficients = before.map((own, c) => (at(c - 1) + 2 * own + at(c + 1)) / 4)
  }
  return coefficients
}
