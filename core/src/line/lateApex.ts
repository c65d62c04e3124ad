import type { Corner } from '../geometry/corners'
import type { Track } from '../geometry/track'
import { corridorOf, type Corridor } from './corridor'
import { RAMP_M } from './gripMap'
import { measureCorners, type MeasuredCorner } from './lateApexLook'
import { AIMED_PARALLEL_RAD, AIMED_SHARE, ALONG_PER_M, lateApexRules } from './lateApexRules'
import { leastCost, type LineSpace, type Stage } from './leastCost'
import type { LineBounds } from './lineBounds'
import { ruleBook } from './lineRules'
import type { DrivenCoefficients } from './drivenLine'
import { cornerOwners, costliest, secondsOwned, takeFrom, type CornerOwners } from './cornerPieces'
import { lineOf, type OffsetBasis } from './offsetBasis'
import type { OffsetLine } from './path'

/** Rounds from each start, from the best corners of both, and after corners were left out. */
const ROUNDS = { first: 10, joined: 14, again: 8, following: 6 }
/** So many rounds in a row that gained next to nothing end a search in which every corner meets the rules. */
const IDLE_ROUNDS = 3
const LEAST_GAIN = 1e-4
/** Seconds for the squared unit of a rule, rising from round to round. */
const STIFFNESS = { first: 400, growth: 1.25, most: 8000 }
/** What it costs a corner to leave the last line: less after a round that improved it, much more after one that did not. */
const ANCHOR = { first: 600, least: 10, most: 1e5, looser: 0.6, tighter: 3 }
const STAGE: Omit<Stage, 'stepM'> = { rounding: 0.006, stiffness: 40, mostSteps: 10, eased: false, rampM: RAMP_M }
/** The most that late apexes may cost, as a share of the fastest lap; the search stays a little under it. */
const MOST_COST_SHARE = 0.03
const AIMED_COST_SHARE = 0.027
/** For the progress shown: corners are usually left out this often. */
const USUAL_TIMES_LEFT_OUT = 8
/** Corners are left out a few at a time: a neighbour may then cost less too. */
const AT_ONCE_SHARE = 0.5
/** Samples of the first searches are so many times further apart. */
const COARSER = 2

/** What is searched for, and where the search starts. */
interface LateApexProblem {
  readonly spaceAt: (stepM: number) => LineSpace
  readonly searchStepM: number
  readonly bounds: LineBounds
  readonly corners: readonly Corner[]
  /** corners that the school exempts, by number */
  readonly exempt: ReadonlyMap<string, string>
  /** coefficients of the fastest line, and of others to start from */
  readonly fastest: Float64Array
  readonly starts: readonly Float64Array[]
  /** the first start is the line of a similar problem: a few rounds from it give a first answer */
  readonly follows: boolean
  /** drives lines by the model itself on the circuit sampled at a step */
  readonly driverAt: (stepM: number) => (coefficients: Float64Array) => DrivenCoefficients
  /** receives the share done, 0…1; a throw stops the search */
  readonly onProgress?: (share: number) => void
}

interface LateApexFound {
  readonly coefficients: Float64Array
  /** the corners that are not asked for a late apex, by number, with the reason */
  readonly exempt: ReadonlyMap<string, string>
}

/** The circuit sampled at one step, and what lines are searched for and seen with there. */
interface Ground {
  readonly spaceAt: (stepM: number) => LineSpace
  readonly stepM: number
  readonly corridor: Corridor
  readonly owner: CornerOwners
  readonly see: (coefficients: Float64Array) => SeenLine
}

/** A line as the school sees it. */
interface SeenLine {
  readonly coefficients: Float64Array
  readonly line: OffsetLine
  readonly measured: readonly MeasuredCorner[]
  readonly driven: DrivenCoefficients
}

/**
 * The line of least time on which every corner that is not exempt has a late apex (docs/line.md), by sequential quadratic programming. Each
 * round minimises time under rules that linearise how turn-in, apex and exit of each corner move with the line (lateApexRules). The
 * line is kept near the last one, where the linearisation holds, and breaches cost more from round to round. Each corner is judged on its own:
 * one that got worse takes its last line back. Corners for which no such line is found, and the costliest ones where the whole would
 * cost too much, are left out and get the fastest line.
 */
export function lateApexLine(problem: LateApexProblem): LateApexFound {
  const { searchStepM, corners, fastest, starts, follows, onProgress } = problem
  const exempt = new Map(problem.exempt)
  const ground = groundAt(problem, searchStepM)
  // the first searches only have to come near: their samples are twice as far apart, so that each takes half the time
  const coarse = groundAt(problem, COARSER * searchStepM)
  const { owner, see } = ground
  const { track, basis } = problem.spaceAt(searchStepM)
  const quickest = see(fastest)
  const asked = () => quickest.measured.filter((l) => !exempt.has(l.cornerNumber)).map((l) => l.cornerNumber)
  const allRounds = ROUNDS.first * starts.length + ROUNDS.joined + ROUNDS.again * USUAL_TIMES_LEFT_OUT
  let done = 0
  const search = (on: Ground, start: Float64Array, rounds: number, firstStiffness: number) => {
    const upTo = (done += rounds)
    return searchFrom(on, asked(), start, rounds, firstStiffness, (left) => onProgress?.(Math.min(0.99, (upTo - left) / allRounds)))
  }
  /** numbers of the corners that break a rule where the line is measured at half the step */
  const fine = problem.spaceAt(searchStepM / 2)
  const breaking = ({ coefficients }: SeenLine) =>
    measureCorners(fine.track, lineOf(fine.basis, coefficients), corners)
      .filter((l) => !l.met)
      .map((l) => l.cornerNumber)
  if (asked().length === 0) return { coefficients: fastest, exempt }

  if (follows) return { coefficients: search(ground, starts[0]!, ROUNDS.following, STIFFNESS.most / 4).coefficients, exempt }
  const found = starts.map((start) => see(search(coarse, start, ROUNDS.first, STIFFNESS.first).coefficients))
  let now = found.reduce((a, b) => bestCorners(track, basis, owner, see, a, b))
  now = search(ground, now.coefficients, ROUNDS.joined, STIFFNESS.first * STIFFNESS.growth ** 8)
  // each time round leaves out at least one corner, so it ends
  for (;;) {
    const out = leftOut(now, breaking(now), quickest, owner, asked())
    if (out.size === 0) break
    for (const [number, reason] of out) exempt.set(number, reason)
    const start = takeFrom(track, basis, fastest, now.coefficients, owner, new Set(out.keys()))
    now = asked().length === 0 ? quickest : search(ground, start, ROUNDS.again, STIFFNESS.most / 2)
  }
  return { coefficients: now.coefficients, exempt }
}

/** The corners to be left out of a line that was searched for: those that break a rule, or else the costliest of a line that costs too much. */
function leftOut(
  now: SeenLine,
  breaking: readonly string[],
  quickest: SeenLine,
  owner: CornerOwners,
  asked: readonly string[],
): Map<string, string> {
  const unmet = now.measured.filter((l) => asked.includes(l.cornerNumber) && (!l.met || breaking.includes(l.cornerNumber)))
  if (unmet.length > 0) return new Map(unmet.map((l) => [l.cornerNumber, 'no line near the fastest one keeps the rules here']))
  const most = { mostShare: AIMED_COST_SHARE, atOnceShare: AT_ONCE_SHARE }
  return new Map(
    [...costliest(now.driven, quickest.driven, owner, asked, most)].map(([number, costS]) => [
      number,
      `it would cost ${costS.toFixed(2)} s here, and late apexes would cost more than ${100 * MOST_COST_SHARE} % of the lap in all`,
    ]),
  )
}

/** Two lines' better corners joined: one that meets the rules, or else the quicker. */
function bestCorners(
  track: Track,
  basis: OffsetBasis,
  owner: CornerOwners,
  see: (coefficients: Float64Array) => SeenLine,
  a: SeenLine,
  b: SeenLine,
): SeenLine {
  const better = a.measured.filter((own, c) => {
    const other = b.measured[c]!
    const merit = (at: SeenLine, look: MeasuredCorner) =>
      secondsOwned(at.driven, owner, look.cornerNumber) + (STIFFNESS.most / 2) * breachOf(look)
    return merit(b, other) < merit(a, own)
  })
  return see(takeFrom(track, basis, b.coefficients, a.coefficients, owner, new Set(better.map((l) => l.cornerNumber))))
}

function groundAt({ spaceAt, bounds, corners, fastest, driverAt }: LateApexProblem, stepM: number): Ground {
  const { track, basis } = spaceAt(stepM)
  const drive = driverAt(stepM)
  const see = (coefficients: Float64Array): SeenLine => {
    const line = lineOf(basis, coefficients)
    return { coefficients, line, measured: measureCorners(track, line, corners, true), driven: drive(coefficients) }
  }
  const apexes = see(fastest).measured.map((l) => ({ number: l.cornerNumber, apexM: l.points.apexM }))
  return { spaceAt, stepM, corridor: corridorOf(track, basis, bounds), owner: cornerOwners(track, apexes), see }
}

/** @param asked - numbers of the corners that must have a late apex */
function searchFrom(
  { spaceAt, stepM, corridor, owner, see }: Ground,
  asked: readonly string[],
  from: Float64Array,
  rounds: number,
  firstStiffness: number,
  onRound: (left: number) => void,
): SeenLine {
  const stage: Stage = { ...STAGE, stepM }
  const { track, basis } = spaceAt(stepM)
  const start = see(from)
  const askedOf = (at: SeenLine) => at.measured.filter((l) => asked.includes(l.cornerNumber) && l.peakPerM > 0)
  const unmetOf = (at: SeenLine) => askedOf(at).filter((l) => !l.met).length
  const anchors = new Map(start.measured.map((look) => [look.cornerNumber, ANCHOR.first]))
  let now = start
  let best = start
  let idle = 0
  for (let round = 0; round < rounds && idle < IDLE_ROUNDS; round++) {
    onRound(rounds - round)
    const stiffness = Math.min(STIFFNESS.most, firstStiffness * STIFFNESS.growth ** round)
    const rules = askedOf(now).flatMap((look) => lateApexRules(track, now.line, look))
    const anchor = { line: now.line, bendCost: Float64Array.from(owner, (number) => anchors.get(number)!) }
    const options = { book: ruleBook(track, rules, stiffness), anchor }
    const found = see(leastCost(spaceAt, corridor, now.coefficients, [stage], options).coefficients)
    const merit = (at: SeenLine, c: number) => {
      const look = at.measured[c]!
      const breach = asked.includes(look.cornerNumber) ? breachOf(look) : 0
      return secondsOwned(at.driven, owner, look.cornerNumber) + (stiffness / 2) * breach
    }
    const worse = new Set(now.measured.filter((_, c) => merit(found, c) >= merit(now, c)).map((l) => l.cornerNumber))
    for (const [number, cost] of anchors)
      anchors.set(number, Math.min(ANCHOR.most, Math.max(ANCHOR.least, cost * (worse.has(number) ? ANCHOR.tighter : ANCHOR.looser))))
    now = worse.size === 0 ? found : see(takeFrom(track, basis, now.coefficients, found.coefficients, owner, worse))
    const [unmet, least] = [unmetOf(now), unmetOf(best)]
    const isGain = unmet < least || (unmet === least && now.driven.lapTimeS < best.driven.lapTimeS * (1 - LEAST_GAIN))
    if (unmet < least || (unmet === least && now.driven.lapTimeS < best.driven.lapTimeS)) best = now
    idle = unmetOf(best) === 0 && !isGain ? idle + 1 : 0
  }
  return best
}

/** How far a corner is from meeting the rules, in their squared unit. */
function breachOf({ apexShare, wayM, toEdgeRad, riseShare }: MeasuredCorner): number {
  const shareM = Math.max(0, AIMED_SHARE.least - apexShare, apexShare - AIMED_SHARE.most) * wayM
  const aslantRad = Math.max(0, Math.abs(toEdgeRad) - AIMED_PARALLEL_RAD)
  return (ALONG_PER_M * shareM) ** 2 + aslantRad * aslantRad + riseShare * riseShare
}
