import type { Corner } from '../geometry/corners'
import { stationsApart, wrapStation } from '../geometry/track'
import { corridorOf, DRAWN_IN_M, WITHIN_M } from './corridor'
import { RAMP_M } from './gripMap'
import { driver } from './drivenLine'
import { joinLines } from './joinLines'
import { cornerOwners, swapCorners } from './cornerPieces'
import { leastCost, type LineSpace, type Stage } from './leastCost'
import type { LineBounds } from './lineBounds'
import type { Searched } from './lineSpaces'
import { startsAlike, startsBesideBand } from './lineStarts'
import { ALIKE, BANDED, FOLLOWING, HALFWAY } from './searchStages'
import { leastCostInSections } from './sectionCost'

/** A line as its coefficients, which any sampling of the track can be given. */
interface SolvedLine {
  readonly coefficients: Float64Array
  readonly knotSpacingM: number
}

interface LineProblem extends Searched {
  /** whether the rubbered band grips less or more than the rest */
  readonly isBanded: boolean
  readonly bounds: LineBounds
  readonly corners: readonly Corner[]
  /** the circuit sampled at any step, with its lines */
  readonly spaceAt: (stepM: number) => LineSpace
  /** gives the coefficients of the line of least ∫κ² */
  readonly smooth: () => Float64Array
  /** coefficients of the fastest line of a similar problem: a few steps from it give a first answer */
  readonly near?: Float64Array
  /** share of the work done, 0…1; a throw stops it */
  readonly onProgress?: (share: number) => void
}

const USUAL_KNOTS_M = 8
/** While a line runs too far out, its walls are made so many times stiffer, at most so often. */
const STIFFER = 5
const MOST_STIFFENINGS = 3

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
 * The line of least lap time, downhill by lap time's own gradient (docs/line.md): from each start to a line, then the quicker piece of each
 * section of those lines, joined, and polished.
 */
export function fastestLine(problem: LineProblem): SolvedLine {
  const { bounds, corners, isBanded, knotSpacingM, setup, spaceAt, onProgress } = problem
  const finer = Math.min(1, knotSpacingM / USUAL_KNOTS_M)
  const scaled = (stages: readonly Stage[]) => stages.map((stage) => ({ ...stage, stepM: stage.stepM * finer }))
  if (problem.near) return { coefficients: solveStages(spaceAt, bounds, problem.near, scaled(FOLLOWING), onProgress), knotSpacingM }
  const { track, basis } = spaceAt(DRIVEN_STEP_M * finer)
  const plan = isBanded ? BANDED : ALIKE
  const grip = problem.gripOf(track, RAMP_M)
  const drive = driver(track, basis, grip, problem.vehicle, setup)
  const corridor = corridorOf(track, basis, bounds)
  const descend = (from: Float64Array, stages: readonly Stage[], onShare?: (share: number) => void) => {
    if (!stages[0]!.sections) return solveStages(spaceAt, bounds, from, scaled(stages), onShare)
    const all = stages.reduce((sum, stage) => sum + stage.mostSteps, 0)
    let done = 0
    return leastCostInSections(spaceAt, corridor, from, scaled(stages), () => onShare?.(++done / all))
  }
  const settle = (from: Float64Array, stages = plan.settling) => drive(descend(from, stages))
  const starts = isBanded ? startsBesideBand(track, basis, bounds, grip) : startsAlike(problem.smooth(), setup.brakingSchool === 'separate')
  const found = starts.map(({ coefficients, eased }, k) => {
    const stages = plan.finding.map((stage, s) => ({ ...stage, eased: eased && s < plan.finding.length - 1 }))
    return drive(descend(coefficients, stages, (share) => onProgress?.((FINDING_SHARE * (k + share)) / starts.length)))
  })
  let best = quickestOf(found)
  for (let round = 0; round < plan.joins && found.length > 1; round++) {
    const joined = joinLines(track, basis, best, found, drive)
    if (joined === best) break
    best = quickestOf([joined, settle(joined.coefficients)])
    found.push(best)
  }
  if (isBanded) {
    const owner = cornerOwners(
      track,
      corners.map(({ number, startM, endM }) => ({ number, apexM: wrapStation(track, startM + stationsApart(track, startM, endM) / 2) })),
    )
    // halfway to each of the other lines lie valleys that no search began in
    const between = found
      .slice(0, starts.length)
      .filter((one) => one !== best)
      .map((other, k, { length }) => {
        onProgress?.(FINDING_SHARE + (CROSSING_SHARE * k) / length)
        return settle(halfway(best.coefficients, other.coefficients), HALFWAY)
      })
    const all = [...found, ...between]
    const joined = joinLines(track, basis, best, all, drive)
    // where speed hardly varies, one section holds several corners: let each corner choose its side of the band
    const swapped = swapCorners(track, basis, joined, all, owner, drive)
    if (swapped !== best) best = quickestOf([best, swapped, settle(swapped.coefficients)])
  }
  const coefficients = plan.polishing.reduce(
    (from, stages, k, { length }) => descend(from, stages, (share) => onProgress?.(1 - POLISHING_SHARE * (1 - (k + share) / length))),
    best.coefficients,
  )
  return { coefficients, knotSpacingM }
}

/** Shares of the work; where the road grips alike everywhere, there is nothing between finding and polishing. */
const FINDING_SHARE = 0.6
const CROSSING_SHARE = 0.25
const POLISHING_SHARE = 0.15
/** Lines are compared on samples this far apart. */
const DRIVEN_STEP_M = 2

const halfway = (a: Float64Array, b: Float64Array): Float64Array => a.map((v, i) => (v + b[i]!) / 2)

const quickestOf = <T extends { readonly lapTimeS: number }>(lines: readonly T[]): T =>
  lines.reduce((best, line) => (line.lapTimeS < best.lapTimeS ? line : best))
