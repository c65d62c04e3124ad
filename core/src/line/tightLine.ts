import { isWithin, type Corner } from '../geometry/corners'
import { stationsApart, type Track } from '../geometry/track'
import { noSlopes, rateSlopesAlong, VALUE } from '../vehicle/rateSlopes'
import { corridorOf } from './corridor'
import { RAMP_M } from './gripMap'
import type { LineCost } from './lapCost'
import { leastCost, type LineSpace, type Stage } from './leastCost'
import type { LineBounds } from './lineBounds'
import { ruleBook, type LineRule } from './lineRules'
import { costliest, takeFrom, type CornerOwners } from './cornerPieces'
import type { DrivenCoefficients } from './drivenLine'
import { lineOf, type OffsetBasis } from './offsetBasis'
import type { OffsetLine } from './path'

/** A corner may lose this share of the fastest line's least speed. The search aims at a little less. */
export const MOST_SPEED_LOST_SHARE = 0.1
const AIMED_LOSS_SHARE = 0.085
/** The most that a tight line may cost, as a share of the fastest lap, a little under 3 %; where it costs more, corners may lose less speed. */
const MOST_COST_SHARE = 0.0285
const AIMED_COST_SHARE = 0.027
const MOST_TRIES = 4
const AT_ONCE_SHARE = 0.5
/** Seconds per metre: sets only the scale of the search. */
const S_PER_M = 0.05
/** Seconds for the square of the curvature above the limit, relative to the limit. */
const STIFFNESS = 20
/** From the fastest line, and from a tight line whose corners may lose another share of their speed. */
const [ROUNDS, ROUNDS_AGAIN] = [4, 3]
const STAGE: Omit<Stage, 'stepM'> = { rounding: 0.006, stiffness: 12, mostSteps: 60, eased: false, rampM: RAMP_M }

interface TightProblem {
  readonly spaceAt: (stepM: number) => LineSpace
  readonly searchStepM: number
  readonly bounds: LineBounds
  readonly start: Float64Array
  /** a tight line of other limits, where there is one: the search goes on from it */
  readonly before: Float64Array | null
  /** most curvature that a sample at that step may have, 1/m, > 0 */
  readonly mostCurvaturePerM: Float64Array
  /** receives the share done, 0…1; a throw stops the search */
  readonly onProgress?: (share: number) => void
}

/** The shortest line that nowhere turns more than its limit (docs/line.md, the tight school). */
export function tightLine({ spaceAt, searchStepM, bounds, start, before, mostCurvaturePerM, onProgress }: TightProblem): Float64Array {
  const stage: Stage = { ...STAGE, stepM: searchStepM }
  const space = spaceAt(searchStepM)
  const { track, basis } = space
  const corridor = corridorOf(track, basis, bounds)
  const rules = Array.from(mostCurvaturePerM).flatMap((most, sample): LineRule[] =>
    [1, -1].map((sign) => ({ kind: 'at-most', constant: -1, terms: [{ sample, curvature: sign / most, slope: 0, offset: 0 }] })),
  )
  const book = ruleBook(track, rules, STIFFNESS)
  const shortest = { ...space, costAt: () => lengthCostOf(track) }
  let coefficients = before ?? start
  const rounds = before ? ROUNDS_AGAIN : ROUNDS
  for (let round = 0; round < rounds; round++) {
    onProgress?.(round / rounds)
    coefficients = leastCost(() => shortest, corridor, coefficients, [stage], { book }).coefficients
    book.learn(lineOf(basis, coefficients))
  }
  return coefficients
}

/** What a tight line is compared with, and how. */
interface TightCosts {
  readonly track: Track
  readonly basis: OffsetBasis
  readonly owner: CornerOwners
  readonly corners: readonly string[]
  readonly fastest: DrivenCoefficients
  readonly drive: (coefficients: Float64Array) => DrivenCoefficients
  /** the tight line whose corners may lose a share of their speed, searched for from another one where there is one */
  readonly lineFor: (lostShare: number, before: Float64Array | null) => Float64Array
}

/**
 * The tight line whose corners lose no more than a tenth of their speed, or less where that would cost more than 3 % of the lap. Where it
 * still costs more, the costliest corners, where the long way round gains most, get the fastest line.
 * @returns the line, and the reason for each corner that is not tight
 */
export function tightWithin({ track, basis, owner, corners, fastest, drive, lineFor }: TightCosts) {
  let lostShare = AIMED_LOSS_SHARE
  const costShare = (line: DrivenCoefficients) => line.lapTimeS / fastest.lapTimeS - 1
  let line = drive(lineFor(lostShare, null))
  for (let k = 1; k < MOST_TRIES && costShare(line) > MOST_COST_SHARE; k++) {
    lostShare *= AIMED_COST_SHARE / costShare(line)
    line = drive(lineFor(lostShare, line.coefficients))
  }
  const tight = line.coefficients
  const notTight = new Map<string, string>()
  for (let k = 0; k < corners.length && costShare(line) > MOST_COST_SHARE; k++) {
    const left = corners.filter((number) => !notTight.has(number))
    const most = { mostShare: AIMED_COST_SHARE, atOnceShare: AT_ONCE_SHARE }
    const out = costliest(line, fastest, owner, left, most)
    for (const [number, costS] of out) notTight.set(number, `the long way round gains ${costS.toFixed(2)} s here`)
    line = drive(takeFrom(track, basis, fastest.coefficients, tight, owner, new Set(notTight.keys())))
  }
  return { coefficients: line.coefficients, notTight }
}

/** The length of a line as a cost. */
function lengthCostOf(track: Track): (line: OffsetLine) => LineCost {
  const { count, stepM, curvaturePerM } = track
  const column = () => new Float64Array(count)
  const cost = { value: 0, bySample: column(), byOffset: column(), bySlope: column(), byBend: column() }
  return ({ offsetM, slope }) => {
    cost.value = 0
    cost.byBend.fill(0)
    for (let i = 0; i < count; i++) {
      const along = 1 - offsetM[i]! * curvaturePerM[i]!
      const stretch = Math.sqrt(along * along + slope[i]! * slope[i]!)
      const weight = (S_PER_M * stepM) / stretch
      cost.bySample[i] = weight * stretch * stretch
      cost.value += cost.bySample[i]!
      cost.byOffset[i] = -weight * along * curvaturePerM[i]!
      cost.bySlope[i] = weight * slope[i]!
    }
    return cost
  }
}

/** What the tight school needs from the fastest line. */
interface FastestSpeeds {
  readonly track: Track
  readonly corners: readonly Corner[]
  readonly grip: Float64Array
  /** least speed in each corner, m/s */
  readonly leastMps: readonly number[]
}

/**
 * The most that a line may turn at each sample, so that grip alone still allows each corner the fastest line's least speed less a share. Between corners, the limit is that of the nearer one. Without corners, only the gentlest limit applies.
 */
export function mostCurvature(
  { track, corners, grip, leastMps }: FastestSpeeds,
  vehicle: Parameters<typeof rateSlopesAlong>[1],
  setup: Parameters<typeof rateSlopesAlong>[2],
  lostShare: number,
): Float64Array {
  const { limit } = rateSlopesAlong(track, vehicle, setup, 0)
  const out = noSlopes()
  const wanted = leastMps.map((v) => (v * (1 - lostShare)) ** 2)
  const allowed = (i: number, curvature: number) => {
    limit(i, 0, curvature, grip[i]!, out)
    return out[VALUE]!
  }
  return Float64Array.from(track.stationM, (stationM, i) => {
    if (corners.length === 0) return STRAIGHT_PER_M
    const q = wanted[nearestCorner(track, corners, stationM)]!
    let [low, high] = [STRAIGHT_PER_M, TIGHTEST_PER_M]
    for (let k = 0; k < HALVINGS; k++) {
      const middle = Math.sqrt(low * high)
      if (Math.min(allowed(i, middle), allowed(i, -middle)) >= q) low = middle
      else high = middle
    }
    return low
  })
}

const STRAIGHT_PER_M = 1e-4
const TIGHTEST_PER_M = 1
const HALVINGS = 30

function nearestCorner(track: Track, corners: readonly Corner[], stationM: number): number {
  const away = corners.map((corner) =>
    isWithin(track, corner, stationM)
      ? 0
      : Math.min(
          ...[stationsApart(track, stationM, corner.startM), stationsApart(track, corner.endM, stationM)].filter(
            (m) => track.closed || m > 0,
          ),
        ),
  )
  return away.indexOf(Math.min(...away))
}
