import type { Setup, Vehicle } from '@ochote/contracts'
import type { Corner } from '../geometry/corners'
import { sampleTrack, stationsApart, wrapStation, type Track } from '../geometry/track'
import { corridorOf, DRAWN_IN_M, WITHIN_M } from './corridor'
import { RAMP_M, type GripMap, type Rubber } from './gripMap'
import { lapCostOf } from './lapCost'
import { driver } from './drivenLine'
import { joinLines } from './joinLines'
import { cornerOwners, swapCorners } from './cornerPieces'
import { FINDING, FINDING_ALIKE, FOLLOWING, leastCost, POLISHING, SETTLING, type LineSpace, type Stage } from './leastCost'
import type { LineBounds } from './lineBounds'
import { lineStarts } from './lineStarts'
import { offsetBasis } from './offsetBasis'

/** A line as its coefficients, which any sampling of the track can be given. */
interface SolvedLine {
  readonly coefficients: Float64Array
  readonly knotSpacingM: number
}

/** What is driven where. */
interface Searched {
  readonly track: Track
  readonly gripOf: (track: Track, rampM: number) => GripMap
  readonly vehicle: Vehicle
  readonly setup: Pick<Setup, 'pace' | 'brakingSchool' | 'conditions'>
  readonly knotSpacingM: number
}

interface LineProblem extends Searched {
  /** the rubbered band; null where it grips like the rest */
  readonly rubberOf: (track: Track) => Rubber | null
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

/** Where lines are searched for: the circuit sampled at any step, each sampling made once. */
export function lineSpaces({ track, gripOf, vehicle, setup, knotSpacingM }: Searched): (stepM: number) => LineSpace {
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
 * The line of least lap time, downhill by lap time's own gradient (docs/line.md): from each start to a line, then the quicker piece of each
 * section of those lines, joined, and polished.
 */
export function fastestLine(problem: LineProblem): SolvedLine {
  const { bounds, corners, knotSpacingM, setup, spaceAt, onProgress } = problem
  const finer = Math.min(1, knotSpacingM / USUAL_KNOTS_M)
  const scaled = (stages: readonly Stage[]) => stages.map((stage) => ({ ...stage, stepM: stage.stepM * finer }))
  if (problem.near) return { coefficients: solveStages(spaceAt, bounds, problem.near, scaled(FOLLOWING), onProgress), knotSpacingM }
  const [settling, polishing] = [scaled(SETTLING), scaled(POLISHING)]
  const { track, basis } = spaceAt(polishing[0]!.stepM)
  const rubber = problem.rubberOf(track)
  const finding = scaled(rubber ? FINDING : FINDING_ALIKE)
  const grip = problem.gripOf(track, RAMP_M)
  const drive = driver(track, basis, grip, problem.vehicle, setup)
  const starts = lineStarts(track, basis, bounds, rubber, grip, problem.smooth(), setup.brakingSchool === 'separate')
  const found = starts.map(({ coefficients, eased, sharp }, k) =>
    drive(
      solveStages(
        spaceAt,
        bounds,
        coefficients,
        finding
          .map((stage, s) => ({ ...stage, eased: eased && s < finding.length - 1 }))
          .filter(({ rampM }) => !sharp || rampM <= NEARLY_SHARP_M),
        (share) => onProgress?.((FINDING_SHARE * (k + share)) / starts.length),
      ),
    ),
  )
  const settle = (from: Float64Array, stages = settling) => drive(solveStages(spaceAt, bounds, from, stages))
  let best = quickestOf(found)
  for (let round = 0; round < JOINS && found.length > 1; round++) {
    const joined = joinLines(track, basis, best, found, drive)
    if (joined === best) break
    best = quickestOf([joined, settle(joined.coefficients)])
    found.push(best)
  }
  if (rubber) {
    // halfway to each of the other lines lie valleys that no search began in
    const between = found
      .slice(0, starts.length)
      .filter((one) => one !== best)
      .map((other, k, { length }) => {
        onProgress?.(FINDING_SHARE + (CROSSING_SHARE * k) / length)
        return settle(halfway(best.coefficients, other.coefficients), settling.slice(-1))
      })
    const joined = joinLines(track, basis, best, [...found, ...between], drive)
    if (joined !== best) best = quickestOf([best, joined, settle(joined.coefficients)])
    // where speed hardly varies, one section holds several corners: let each corner choose its side of the band
    const owner = cornerOwners(
      track,
      corners.map(({ number, startM, endM }) => ({ number, apexM: wrapStation(track, startM + stationsApart(track, startM, endM) / 2) })),
    )
    const swapped = swapCorners(track, basis, best, [...found, ...between], owner, drive)
    if (swapped !== best) best = quickestOf([swapped, settle(swapped.coefficients)])
  }
  const coefficients = solveStages(spaceAt, bounds, best.coefficients, polishing, (share) =>
    onProgress?.(1 - POLISHING_SHARE * (1 - share)),
  )
  return { coefficients, knotSpacingM }
}

/** Shares of the work; where the road grips alike everywhere, there is nothing between finding and polishing. */
const FINDING_SHARE = 0.6
const CROSSING_SHARE = 0.25
const POLISHING_SHARE = 0.15
/** An edge of the band that keeps a line on its side. */
const NEARLY_SHARP_M = 4
const JOINS = 3

const halfway = (a: Float64Array, b: Float64Array): Float64Array => a.map((v, i) => (v + b[i]!) / 2)

const quickestOf = <T extends { readonly lapTimeS: number }>(lines: readonly T[]): T =>
  lines.reduce((best, line) => (line.lapTimeS < best.lapTimeS ? line : best))
