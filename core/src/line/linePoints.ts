import { turnSign, type Corner } from '../geometry/corners'
import { sampleAtStation, stationsApart, wrapStation, type Track } from '../geometry/track'
import type { OffsetLine, Path } from './path'

export const TURNING_SHARE_OF_PEAK = 0.2
export const APEX_WITHIN_M = 0.1
const EXIT_WITHIN_M = 0.15

/** Walks along the samples, at most `mostM` metres, to the first that passes a test; null where none does. */
export function walk(track: Track, from: number, mostM: number, passes: (i: number) => boolean, step: 1 | -1 = 1): number | null {
  for (let k = 0; k * track.stepM <= mostM && k < track.count; k++) {
    const raw = from + step * k
    if (!track.closed && (raw < 0 || raw >= track.count)) return null
    const i = (raw + track.count) % track.count
    if (passes(i)) return i
  }
  return null
}

/** Two apexes are at least this far apart, and the line moves out between them by at least this much. */
const APEXES_APART_M = 20
const OUT_BETWEEN_M = 1

/** The second place in a corner where a line comes to the inside, with the way out between the two. The closer of the two is the apex. */
function twoApexes(track: Track, corner: Corner, inside: (i: number) => number): { firstM: number; holdM: number; secondM: number } | null {
  const first = sampleAtStation(track, corner.startM)
  const count = Math.floor(stationsApart(track, corner.startM, corner.endM) / track.stepM)
  const at = (k: number) => (first + k) % track.count
  const distances = Float64Array.from({ length: count + 1 }, (_, k) => inside(at(k)))
  // the closest place up to each, and from each on; the earlier one of two that are as close
  const upTo = new Int32Array(count + 1)
  const after = new Int32Array(count + 1).fill(count)
  for (let k = 1; k <= count; k++) upTo[k] = distances[k]! < distances[upTo[k - 1]!]! ? k : upTo[k - 1]!
  for (let k = count - 1; k >= 0; k--) after[k] = distances[k]! <= distances[after[k + 1]!]! ? k : after[k + 1]!
  const apart = Math.ceil(APEXES_APART_M / track.stepM)
  let found: { first: number; hold: number; second: number; out: number } | null = null
  for (let hold = apart >> 1; hold <= count - (apart >> 1); hold++) {
    const [a, b] = [upTo[hold]!, after[hold]!]
    const out = distances[hold]! - Math.max(distances[a]!, distances[b]!)
    // not at the corner's own ends, where the line only arrives and leaves
    const whole = a > 0 && b < count && b - a >= apart
    if (whole && out >= OUT_BETWEEN_M && (!found || out > found.out)) found = { first: a, hold, second: b, out }
  }
  if (!found) return null
  const stationOf = (k: number) => track.stationM[at(k)]!
  return { firstM: stationOf(found.first), holdM: stationOf(found.hold), secondM: stationOf(found.second) }
}

/** The sample with the least value in a stretch. */
export function leastIn(track: Track, from: number, lengthM: number, value: (i: number) => number): number {
  let best = from
  walk(track, from, lengthM, (i) => {
    if (value(i) < value(best)) best = i
    return false
  })
  return best
}

/** A corner's neighbours along the lap limit how far its points can lie from it. */
export interface Reach {
  readonly lengthM: number
  /** sample at the corner's start */
  readonly start: number
  /** metres from the previous corner's middle to this one's start */
  readonly beforeM: number
  /** metres from this one's end to the next one's start */
  readonly afterM: number
}

function reachOf(track: Track, corners: readonly Corner[], index: number): Reach {
  const corner = corners[index]!
  const lengthOf = (c: Corner) => stationsApart(track, c.startM, c.endM)
  const lengthM = lengthOf(corner)
  const previous = corners[(index - 1 + corners.length) % corners.length]!
  const next = corners[(index + 1) % corners.length]!
  const start = sampleAtStation(track, corner.startM)
  if (corners.length === 1 && track.closed)
    return { lengthM, start, beforeM: (track.lengthM - lengthM) / 2, afterM: (track.lengthM - lengthM) / 2 }
  const first = !track.closed && index === 0
  const last = !track.closed && index === corners.length - 1
  return {
    lengthM,
    start,
    beforeM: first ? corner.startM : stationsApart(track, previous.endM, corner.startM) + lengthOf(previous) / 2,
    afterM: last ? track.lengthM - corner.endM : stationsApart(track, corner.endM, next.startM),
  }
}

/**
 * Middle of the stretch around the least distance to an edge that stays within a tolerance of it. When that stretch is longer
 * than half the corner, as on the centreline itself, only its part inside the corner counts.
 */
function middleOfClosest(track: Track, at: number, distance: (i: number) => number, reach: Reach): number {
  const limit = distance(at) + APEX_WITHIN_M
  const beyond = (i: number) => distance(i) > limit
  const { lengthM, start } = reach
  const first = walk(track, at, lengthM, beyond, -1)
  const last = walk(track, at, lengthM, beyond)
  let backM = first === null ? lengthM : stationsApart(track, track.stationM[first]!, track.stationM[at]!) - track.stepM
  let onM = last === null ? lengthM : stationsApart(track, track.stationM[at]!, track.stationM[last]!) - track.stepM
  if (backM + onM > lengthM / 2) {
    const insideM = stationsApart(track, track.stationM[start]!, track.stationM[at]!)
    backM = Math.min(backM, insideM)
    onM = Math.min(onM, Math.max(0, lengthM - insideM))
  }
  return wrapStation(track, track.stationM[at]! + (onM - backM) / 2)
}

/** A line with its points. */
export interface PlacedLine {
  readonly track: Track
  readonly line: OffsetLine
  readonly path: Path
}

/** Turn-in, apex and exit of a corner, which the line alone decides. */
export interface LinePoints {
  /** sample before turn-in, and turn-in itself between it and the next */
  readonly turnIn: number
  readonly turnInM: number
  readonly apexM: number
  /** first sample at the exit; the exit itself is between it and the sample before */
  readonly exit: number
  readonly exitM: number
  /** metres after the apex in which the exit is looked for */
  readonly runM: number
  /** sample of most curvature */
  readonly peak: number
  /** for a corner with two apexes: the place furthest from the inside between them, and the later apex; null with one apex */
  readonly between: { readonly holdM: number; readonly secondM: number } | null
  readonly reach: Reach
  readonly outside: (i: number) => number
}

/** The place between a sample and its neighbour where a value passes a limit; the sample itself where it does not. */
function between(track: Track, from: number, step: 1 | -1, value: (i: number) => number, limit: number): number {
  const to = track.closed ? (from + step + track.count) % track.count : Math.min(track.count - 1, Math.max(0, from + step))
  const [a, b] = [value(from) - limit, value(to) - limit]
  const share = a === b ? 0 : Math.min(1, Math.max(0, a / (a - b)))
  return wrapStation(track, track.stationM[from]! + step * share * track.stepM)
}

function pointsOf({ track, line, path }: PlacedLine, corner: Corner, reach: Reach): Omit<LinePoints, 'exit' | 'exitM' | 'runM'> {
  const sign = turnSign(corner)
  const inside = (i: number) => (sign > 0 ? track.halfLeftM[i]! - line.offsetM[i]! : track.halfRightM[i]! + line.offsetM[i]!)
  const outside = (i: number) => (sign > 0 ? track.halfRightM[i]! + line.offsetM[i]! : track.halfLeftM[i]! - line.offsetM[i]!)
  const turning = (i: number) => sign * path.curvaturePerM[i]!
  const peak = leastIn(track, reach.start, reach.lengthM, (i) => -turning(i))
  const threshold = TURNING_SHARE_OF_PEAK * turning(peak)
  const found = walk(track, peak, reach.lengthM + reach.beforeM, (i) => turning(i) < threshold, -1)
  const turnIn = found ?? reach.start
  const turnInM = found === null ? track.stationM[turnIn]! : between(track, found, 1, turning, threshold)
  const two = twoApexes(track, corner, inside)
  const closest = two ? sampleAtStation(track, two.firstM) : leastIn(track, reach.start, reach.lengthM, inside)
  return {
    turnIn,
    turnInM,
    peak,
    between: two && { holdM: two.holdM, secondM: two.secondM },
    apexM: middleOfClosest(track, closest, inside, reach),
    reach,
    outside,
  }
}

/**
 * Where the line has run out: the first sample after the apex that is near the least distance to the outside edge, before the
 * next turn-in.
 */
function exitOf(track: Track, own: Omit<LinePoints, 'exit' | 'exitM' | 'runM'>, next: Pick<LinePoints, 'turnInM'> | null, corner: Corner) {
  const lastM = own.between?.secondM ?? own.apexM
  const apex = sampleAtStation(track, lastM)
  const toEndM = stationsApart(track, lastM, corner.endM)
  const freeM = (toEndM < own.reach.lengthM ? toEndM : 0) + own.reach.afterM
  const toNextM = next ? stationsApart(track, lastM, next.turnInM) : freeM
  const runM = Math.min(freeM, toNextM)
  const widest = leastIn(track, apex, runM, own.outside)
  const limit = own.outside(widest) + EXIT_WITHIN_M
  const exit = walk(track, apex, runM, (i) => own.outside(i) <= limit) ?? widest
  const exitM = exit === apex ? track.stationM[exit]! : between(track, exit, -1, own.outside, limit)
  return { exit, exitM, runM }
}

/** Turn-in, apex and exit of every corner on a line (docs/model.md, Corner points). */
export function linePointsOf(placed: PlacedLine, corners: readonly Corner[]): LinePoints[] {
  const { track } = placed
  const own = corners.map((corner, index) => pointsOf(placed, corner, reachOf(track, corners, index)))
  return corners.map((corner, index) => {
    const following = track.closed || index < corners.length - 1 ? own[(index + 1) % corners.length]! : null
    const points = own[index]!
    return { ...points, ...exitOf(track, points, following === points ? null : following, corner) }
  })
}
