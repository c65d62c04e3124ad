import type { Corner } from '../geometry/corners'
import { signedApart, type Track } from '../geometry/track'
import { corridorOf } from './corridor'
import { RAMP_M } from './gripMap'
import { measureCorners, type MeasuredCorner } from './lateApexLook'
import { AIMED_PARALLEL_RAD, AIMED_SHARE, ALONG_PER_M, lateApexRules } from './lateApexRules'
import { leastCost, type LineSpace, type Stage } from './leastCost'
import type { LineBounds } from './lineBounds'
import { ruleBook } from './lineRules'
import { lineOf } from './offsetBasis'

const MOST_ROUNDS = 50
/** Once every corner has what is asked for, so many rounds more are spent on time. */
const ROUNDS_AFTER = 6
interface Stiffening {
  readonly first: number
  readonly growth: number
  readonly most: number
  /** begins where the best line so far is, else at the beginning */
  readonly fromBest?: boolean
}

/**
 * Seconds for a rule's squared unit, more from round to round. The first way gives the quicker lines; where it leaves a corner
 * amiss the second, stiffer from the start, is tried too, and then what is best is mended.
 */
const STIFFNESSES: readonly Stiffening[] = [
  { first: 400, growth: 1.15, most: 4000 },
  { first: 1000, growth: 1.15, most: 4000 },
  { first: 1000, growth: 1.15, most: 4000, fromBest: true },
  { first: 400, growth: 1.15, most: 8000, fromBest: true },
]
/** What leaving the last line costs: less after a round that was of use, much more after one that was not. */
const ANCHOR = { first: 600, least: 10, most: 1e5, looser: 0.6, tighter: 3 }
/** A breach grown by this much is a corner that jumped. */
const NOTICED = 1e-5
const STAGE: Omit<Stage, 'stepM'> = { rounding: 0.006, stiffness: 40, mostSteps: 20, eased: false, rampM: RAMP_M }

/** What is searched for, and from where. */
export interface LateApexProblem {
  readonly spaceAt: (stepM: number) => LineSpace
  readonly searchStepM: number
  readonly bounds: LineBounds
  /** those that are to have a late apex, and the others */
  readonly corners: readonly Corner[]
  /** corners driven as they come, by number */
  readonly exempt: ReadonlyMap<string, string>
  /** coefficients to begin with */
  readonly start: Float64Array
  /** share of the work done, 0…1; a throw stops it */
  readonly onProgress?: (share: number) => void
}

/**
 * The line of least time of which every corner has a late apex (physics.md section 4). By sequential quadratic programming:
 * each round searches for the least time under rules that say how turn-in, apex and exit of each
 * corner move with the line as it is (lateApexRules), kept near that line so that what they say still holds; what is broken
 * costs more from round to round. The line with the fewest corners amiss is kept, and of those the quickest.
 */
export function lateApexLine(problem: LateApexProblem): Float64Array {
  const { onProgress } = problem
  let best: SearchedLine | null = null
  for (const [k, stiffening] of STIFFNESSES.entries()) {
    const found = searchFrom(
      {
        ...problem,
        start: stiffening.fromBest && best ? best.coefficients : problem.start,
        onProgress: (share) => onProgress?.((k + share) / STIFFNESSES.length),
      },
      stiffening,
    )
    if (!best || found.amiss < best.amiss) best = found
    if (best.amiss === 0) break
  }
  return best?.coefficients ?? problem.start
}

interface SearchedLine {
  readonly coefficients: Float64Array
  /** corners that have not what is asked for */
  readonly amiss: number
}

function searchFrom(
  { spaceAt, searchStepM, bounds, corners, exempt, start, onProgress }: LateApexProblem,
  stiffening: Stiffening,
): SearchedLine {
  const stage: Stage = { ...STAGE, stepM: searchStepM }
  const { track, basis, costAt } = spaceAt(searchStepM)
  const lapS = costAt(stage.rounding, stage.eased, stage.rampM)
  const corridor = corridorOf(track, basis, bounds)
  const lookAt = (coefficients: Float64Array) => {
    const line = lineOf(basis, coefficients)
    const measured = measureCorners(track, line, corners).filter((l) => !exempt.has(l.cornerNumber) && l.peakPerM > 0)
    return { coefficients, line, measured, amiss: measured.filter((l) => !l.met).length, lapS: lapS(line).value }
  }
  let now = lookAt(start)
  if (now.measured.length === 0) return now
  let best = now
  const anchors = new Map(now.measured.map((look) => [look.cornerNumber, ANCHOR.first]))
  const owner = ownerOf(track, now.measured)
  let metRounds = 0
  for (let round = 0; round < MOST_ROUNDS && metRounds < ROUNDS_AFTER; round++) {
    onProgress?.(round / MOST_ROUNDS)
    const stiffness = Math.min(stiffening.most, stiffening.first * stiffening.growth ** round)
    const book = ruleBook(
      track,
      now.measured.flatMap((look) => lateApexRules(track, now.line, look)),
      stiffness,
    )
    const found = leastCost(spaceAt, corridor, now.coefficients, [stage], {
      book,
      anchor: { line: now.line, bendCost: Float64Array.from(owner, (number) => anchors.get(number)!) },
    })
    const next = lookAt(found.coefficients)
    const breachNow = new Map(now.measured.map((look) => [look.cornerNumber, breachOf(look)]))
    const breachNext = new Map(next.measured.map((look) => [look.cornerNumber, breachOf(look)]))
    const merit = (at: typeof now, breaches: typeof breachNow) =>
      at.lapS + (stiffness / 2) * [...breaches.values()].reduce((a, b) => a + b, 0)
    const better = merit(next, breachNext) < merit(now, breachNow)
    for (const [number, cost] of anchors) {
      const worse = (breachNext.get(number) ?? 0) > (breachNow.get(number) ?? 0) + NOTICED
      const by = worse ? ANCHOR.tighter : better ? ANCHOR.looser : 1
      anchors.set(number, Math.min(ANCHOR.most, Math.max(ANCHOR.least, cost * by)))
    }
    if (better) now = next
    if (next.amiss < best.amiss || (next.amiss === best.amiss && next.lapS < best.lapS)) best = next
    if (best.amiss === 0) metRounds++
  }
  return best
}

/** The corner whose apex is nearest, by number, at each sample. */
function ownerOf(track: Track, looks: readonly MeasuredCorner[]): string[] {
  const away = (look: MeasuredCorner, s: number) => Math.abs(signedApart(track, look.points.apexM, s))
  return Array.from(track.stationM, (s) => looks.reduce((near, look) => (away(look, s) < away(near, s) ? look : near)).cornerNumber)
}

/** How far a corner is from what is asked for, in the squared unit of the rules. */
function breachOf({ apexShare, wayM, toEdgeRad, riseShare }: MeasuredCorner): number {
  const shareM = Math.max(0, AIMED_SHARE.least - apexShare, apexShare - AIMED_SHARE.most) * wayM
  const aslantRad = Math.max(0, Math.abs(toEdgeRad) - AIMED_PARALLEL_RAD)
  return (ALONG_PER_M * shareM) ** 2 + aslantRad * aslantRad + riseShare * riseShare
}
