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
/** Once every corner meets the school's rules, this many more rounds are spent on lap time. */
const ROUNDS_AFTER = 6
interface Stiffening {
  readonly first: number
  readonly growth: number
  readonly most: number
  /** starts from the best line so far; otherwise from the beginning */
  readonly fromBest?: boolean
}

/**
 * Seconds for the squared unit of a rule, rising from round to round. The first schedule gives the faster lines. Where it leaves
 * a corner that breaks a rule, the second, stiffer from the start, is tried too, and the best line is then repaired.
 */
const STIFFNESSES: readonly Stiffening[] = [
  { first: 400, growth: 1.15, most: 4000 },
  { first: 1000, growth: 1.15, most: 4000 },
  { first: 1000, growth: 1.15, most: 4000, fromBest: true },
  { first: 400, growth: 1.15, most: 8000, fromBest: true },
]
/** What it costs to leave the last line: less after a round that improved it, much more after one that did not. */
const ANCHOR = { first: 600, least: 10, most: 1e5, looser: 0.6, tighter: 3 }
/** A breach that grows by this much means that a corner's point has jumped. */
const NOTICED = 1e-5
const STAGE: Omit<Stage, 'stepM'> = { rounding: 0.006, stiffness: 40, mostSteps: 20, eased: false, rampM: RAMP_M }

/** What is searched for, and where the search starts. */
interface LateApexProblem {
  readonly spaceAt: (stepM: number) => LineSpace
  readonly searchStepM: number
  readonly bounds: LineBounds
  /** corners that must have a late apex, and the others */
  readonly corners: readonly Corner[]
  /** corners that the school exempts, by number */
  readonly exempt: ReadonlyMap<string, string>
  /** coefficients to start from */
  readonly start: Float64Array
  /** receives the share done, 0…1; a throw stops the search */
  readonly onProgress?: (share: number) => void
}

/**
 * The line of least time on which every corner has a late apex (docs/line.md), by sequential quadratic programming. Each round
 * minimises time under rules that linearise how turn-in, apex and exit of each corner move with the line (lateApexRules). The
 * line is kept near the last one, where the linearisation holds, and breaches cost more from round to round. The result is the
 * line with the fewest corners that break a rule and, of those, the fastest.
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
    if (!best || found.unmet < best.unmet) best = found
    if (best.unmet === 0) break
  }
  return best?.coefficients ?? problem.start
}

interface SearchedLine {
  readonly coefficients: Float64Array
  /** corners that break a rule */
  readonly unmet: number
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
    return { coefficients, line, measured, unmet: measured.filter((l) => !l.met).length, lapS: lapS(line).value }
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
    if (next.unmet < best.unmet || (next.unmet === best.unmet && next.lapS < best.lapS)) best = next
    if (best.unmet === 0) metRounds++
  }
  return best
}

/** The corner with the nearest apex, by index, at each sample. */
function ownerOf(track: Track, looks: readonly MeasuredCorner[]): string[] {
  const away = (look: MeasuredCorner, s: number) => Math.abs(signedApart(track, look.points.apexM, s))
  return Array.from(track.stationM, (s) => looks.reduce((near, look) => (away(look, s) < away(near, s) ? look : near)).cornerNumber)
}

/** How far a corner is from meeting the rules, in their squared unit. */
function breachOf({ apexShare, wayM, toEdgeRad, riseShare }: MeasuredCorner): number {
  const shareM = Math.max(0, AIMED_SHARE.least - apexShare, apexShare - AIMED_SHARE.most) * wayM
  const aslantRad = Math.max(0, Math.abs(toEdgeRad) - AIMED_PARALLEL_RAD)
  return (ALONG_PER_M * shareM) ** 2 + aslantRad * aslantRad + riseShare * riseShare
}
