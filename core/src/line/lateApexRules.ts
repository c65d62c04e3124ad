import { bracket, sampleAtStation, stationsApart, valueAt, wrapStation, type Track } from '../geometry/track'
import { samplesBetween, type MeasuredCorner } from './lateApexLook'
import { curveLine, emptyLineCurvature } from './lineCurvature'
import { APEX_WITHIN_M, TURNING_SHARE_OF_PEAK } from './linePoints'
import type { LineRule, RuleTerm } from './lineRules'
import type { OffsetLine } from './path'

/** The search aims a little inside the rules, so that what it leaves open does not matter. */
export const AIMED_SHARE = { least: 0.592, most: 0.738 }
export const AIMED_PARALLEL_RAD = (2.3 * Math.PI) / 180
/** From one search to the next, a share moves by no more than this: the linearisation holds only nearby. */
const MOST_GAIN = 0.03
/** Rules are in radians and in shares of a corner's peak curvature. A metre along the lap and a metre across it count this much. */
export const ALONG_PER_M = 0.01
const ACROSS_PER_M = 0.1
/** Between turn-in and peak, no sample turns less than this share of the peak; well before turn-in, none turns more. */
const NO_DIP_SHARE = 0.25
const NOT_YET_SHARE = 0.12
const NEAR_TURN_IN_M = { after: 3, before: 5, upTo: 24 }
/** Where a slope is flatter than this, a point would move too far, 1/m² and by station. */
const LEAST_RISE_PER_M2 = 0.0005
const LEAST_CLOSING = 0.01
/** After its exit, a line is checked at this spacing, up to this distance, together with the exit itself. */
const STAY_EVERY_M = 4
const STAY_FROM_M = 8
const STAY_TOGETHER_M = 100

type Part = Partial<Omit<RuleTerm, 'sample'>>

const term = (sample: number, { curvature = 0, slope = 0, offset = 0 }: Part): RuleTerm => ({ sample, curvature, slope, offset })

const scaled = (terms: readonly RuleTerm[], by: number): RuleTerm[] =>
  terms.map(({ sample, curvature, slope, offset }) => ({ sample, curvature: by * curvature, slope: by * slope, offset: by * offset }))

/** Terms of a value interpolated between two samples. */
function termsAt(track: Track, stationM: number, part: Part): RuleTerm[] {
  const { i, j, t } = bracket(track, stationM)
  return [...scaled([term(i, part)], 1 - t), ...scaled([term(j, part)], t)]
}

/**
 * The rules that one corner of a line must keep for the late-apex school, linearised around the present line: an apex that is
 * late but not too late, parallel to the edge at turn-in, and from apex to exit no sample that steers more than the one before.
 * The other rules keep turn-in and exit from jumping elsewhere.
 */
export function lateApexRules(track: Track, line: OffsetLine, look: MeasuredCorner): LineRule[] {
  const curve = emptyLineCurvature(track.count)
  curveLine(track, line, curve)
  const now = (terms: readonly RuleTerm[]) =>
    terms.reduce(
      (sum, t) => sum + t.curvature * curve.curvaturePerM[t.sample]! + t.slope * line.slope[t.sample]! + t.offset * line.offsetM[t.sample]!,
      0,
    )
  const moves = movesOf(track, line, curve.curvaturePerM, look)
  return [
    ...parallelRules(track, line, look, moves, now),
    ...shareRules(look, moves, now),
    ...steeringRules(track, look),
    ...exitRules(track, line, look),
  ]
}

interface Moves {
  readonly turnIn: readonly RuleTerm[]
  readonly apex: readonly RuleTerm[]
  readonly exit: readonly RuleTerm[]
}
type Now = (terms: readonly RuleTerm[]) => number

function parallelRules(track: Track, line: OffsetLine, look: MeasuredCorner, moves: Moves, now: Now): LineRule[] {
  const { turnInM } = look.points
  // turn-in moves too, to a place with another slope
  const terms = [...termsAt(track, turnInM, { slope: 1 }), ...scaled(moves.turnIn, valueAt(track, line.bendPerM, turnInM))]
  const constant = valueAt(track, line.slope, turnInM) - look.edgeSlope - now(terms)
  return [
    { kind: 'at-most', terms, constant: constant - AIMED_PARALLEL_RAD },
    { kind: 'at-most', terms: scaled(terms, -1), constant: -constant - AIMED_PARALLEL_RAD },
  ]
}

function shareRules({ apexShare, wayM }: MeasuredCorner, moves: Moves, now: Now): LineRule[] {
  // way·(aim·exit + (1 − aim)·turn-in − apex) ≤ 0
  const rule = (aim: number, way: 1 | -1): LineRule => {
    const terms = scaled([...scaled(moves.exit, aim), ...scaled(moves.turnIn, 1 - aim), ...scaled(moves.apex, -1)], way * ALONG_PER_M)
    return { kind: 'at-most', terms, constant: way * ALONG_PER_M * (aim - apexShare) * wayM - now(terms) }
  }
  return [rule(Math.min(AIMED_SHARE.least, apexShare + MOST_GAIN), 1), rule(Math.max(AIMED_SHARE.most, apexShare - MOST_GAIN), -1)]
}

function steeringRules(track: Track, { points, sign, peakPerM }: MeasuredCorner): LineRule[] {
  const scale = sign / peakPerM
  const { turnInM, apexM, exitM, peak } = points
  /** more·κ(a) − less·κ(b) ≤ 0 */
  const rule = (a: number, more: number, b: number, less: number): LineRule => ({
    kind: 'at-most',
    constant: 0,
    terms: [term(a, { curvature: more * scale }), term(b, { curvature: -less * scale })],
  })
  const peakM = track.stationM[peak]!
  const toPeak = stationsApart(track, turnInM, peakM) < track.lengthM / 2
  const onTheWay = toPeak ? samplesBetween(track, wrapStation(track, turnInM + NEAR_TURN_IN_M.after), peakM) : []
  const before = samplesBetween(
    track,
    wrapStation(track, turnInM - NEAR_TURN_IN_M.upTo),
    wrapStation(track, turnInM - NEAR_TURN_IN_M.before),
  )
  const after = samplesBetween(track, apexM, exitM)
  return [
    ...after.slice(1).map((i, k) => rule(i, 1, after[k]!, 1)),
    ...onTheWay.map((i) => rule(peak, NO_DIP_SHARE, i, 1)),
    ...before.map((i) => rule(i, 1, peak, NOT_YET_SHARE)),
  ]
}

/** The exit stays as far out as it is, and the line after it comes no nearer to the edge. */
function exitRules(track: Track, line: OffsetLine, { points, sign }: MeasuredCorner): LineRule[] {
  const outside = toEdge(track, line, sign === 1 ? -1 : 1)
  const half = (i: number) => (sign > 0 ? track.halfRightM[i]! : track.halfLeftM[i]!)
  const widest = walkDown(track, points.exitM, outside, [1])
  const widestM = track.stationM[widest]!
  const atExit = term(widest, { offset: sign * ACROSS_PER_M })
  const leftM = points.runM - stationsApart(track, points.apexM, widestM)
  const every = Math.max(1, Math.round(STAY_EVERY_M / track.stepM))
  const following =
    leftM <= STAY_FROM_M
      ? []
      : samplesBetween(track, wrapStation(track, widestM + STAY_FROM_M), wrapStation(track, widestM + leftM)).filter(
          (_, k) => k % every === 0,
        )
  return [
    { kind: 'at-most', constant: ACROSS_PER_M * (half(widest) - outside(widest)), terms: [atExit] },
    ...following.map((i): LineRule => {
      const together = stationsApart(track, widestM, track.stationM[i]!) < STAY_TOGETHER_M
      const own = term(i, { offset: -sign * ACROSS_PER_M })
      return together
        ? { kind: 'at-most', constant: ACROSS_PER_M * (half(widest) - half(i)), terms: [own, atExit] }
        : { kind: 'at-most', constant: ACROSS_PER_M * (outside(widest) - half(i)), terms: [own] }
    }),
  ]
}

/**
 * How turn-in, apex and exit move along the lap, metres, with curvature and offset at their places. Each is where a value passes
 * a limit, so by the implicit function theorem it moves by −(change of value − change of limit)/slope.
 */
function movesOf(track: Track, line: OffsetLine, curvaturePerM: Float64Array, { points, sign }: MeasuredCorner): Moves {
  const slopeAt = (stationM: number, value: (i: number) => number) => {
    const { i, j } = bracket(track, stationM)
    return (value(j) - value(i)) / track.stepM
  }
  const { turnInM, apexM, exitM, peak } = points
  const rise = Math.max(
    LEAST_RISE_PER_M2,
    slopeAt(turnInM, (i) => sign * curvaturePerM[i]!),
  )
  const turnIn = [...termsAt(track, turnInM, { curvature: -sign }), term(peak, { curvature: TURNING_SHARE_OF_PEAK * sign })]
  const inside = toEdge(track, line, sign)
  const outside = toEdge(track, line, sign === 1 ? -1 : 1)
  const closest = walkDown(track, apexM, inside, [-1, 1])
  const end = (way: 1 | -1) => {
    const at = passes(track, closest, way, inside, inside(closest) + APEX_WITHIN_M)
    const slope = Math.max(LEAST_CLOSING, way * slopeAt(at, inside))
    return scaled([...termsAt(track, at, { offset: sign * way }), term(closest, { offset: -sign * way })], 1 / slope)
  }
  const widest = walkDown(track, exitM, outside, [1])
  const closing = Math.max(LEAST_CLOSING, -slopeAt(exitM, outside))
  return {
    turnIn: scaled(turnIn, 1 / rise),
    apex: scaled([...end(-1), ...end(1)], 0.5),
    exit: scaled([...termsAt(track, exitM, { offset: sign }), term(widest, { offset: -sign })], 1 / closing),
  }
}

/** Distance from a line to the edge on one side: +1 left, −1 right. */
const toEdge = (track: Track, line: OffsetLine, side: 1 | -1) => (i: number) =>
  side > 0 ? track.halfLeftM[i]! - line.offsetM[i]! : track.halfRightM[i]! + line.offsetM[i]!

const neighbour = (track: Track, i: number, way: 1 | -1) =>
  track.closed ? (i + way + track.count) % track.count : Math.min(track.count - 1, Math.max(0, i + way))

/** From a station, walks downhill in the given directions to a sample with no smaller neighbour there. */
function walkDown(track: Track, stationM: number, value: (i: number) => number, ways: readonly (1 | -1)[]): number {
  let at = sampleAtStation(track, stationM)
  for (let k = 0; k < track.count; k++) {
    const next = ways.map((way) => neighbour(track, at, way)).find((i) => value(i) < value(at))
    if (next === undefined) break
    at = next
  }
  return at
}

/** Station at which a value passes a limit, walking one way from a sample. */
function passes(track: Track, from: number, way: 1 | -1, value: (i: number) => number, limit: number): number {
  let at = from
  for (let k = 0; k < track.count; k++) {
    const next = neighbour(track, at, way)
    if (next === at || value(next) > limit) {
      const share = next === at ? 0 : (limit - value(at)) / (value(next) - value(at))
      return wrapStation(track, track.stationM[at]! + way * share * track.stepM)
    }
    at = next
  }
  return track.stationM[from]!
}
