import { turnSign, type Corner } from '../geometry/corners'
import { bracket, sampleAtStation, stationsApart, wrapStation, type Track } from '../geometry/track'
import type { OffsetLine, Path } from '../line/path'
import type { SpeedTrace } from '../speed/speedAlong'

/** A line driven: where it runs and how fast. */
export interface DrivenLine {
  readonly track: Track
  readonly line: OffsetLine
  readonly path: Path
  readonly trace: SpeedTrace
}

export const pointNames = ['lift', 'brakeStart', 'brakeEnd', 'turnIn', 'apex', 'minSpeed', 'throttleOn', 'fullThrottle', 'exit'] as const
export type PointName = (typeof pointNames)[number]

/** A point of a corner on the line driven. */
export interface CornerPoint {
  stationM: number
  /** left positive */
  offsetM: number
  x: number
  y: number
  speedMps: number
  timeS: number
  gear: number
}

/** The points of a corner; null where the corner needs none. */
export type CornerPoints = Record<PointName, CornerPoint | null>

const BRAKES_ON_MPS2 = 0.1 * 9.80665
const BRAKES_OFF_MPS2 = 0.02 * 9.80665
const LIFTED_THROTTLE_SHARE = 0.5
const TURNING_SHARE_OF_PEAK = 0.2
const APEX_WITHIN_M = 0.1
const EXIT_WITHIN_M = 0.15
const FULL_THROTTLE_SHARE = 0.95
const GAINING_MPS2 = 0.05

/** The point of a driven line at a station. */
export function pointAt({ track, line, path, trace }: DrivenLine, stationM: number): CornerPoint {
  const { i, j, t } = bracket(track, stationM)
  const between = (values: Float64Array) => values[i]! + (values[j]! - values[i]!) * t
  const nextTime = j > i ? trace.timeS[j]! : trace.lapTimeS
  return {
    stationM: wrapStation(track, stationM),
    offsetM: between(line.offsetM),
    x: between(path.x),
    y: between(path.y),
    speedMps: between(trace.speedMps),
    timeS: trace.timeS[i]! + (nextTime - trace.timeS[i]!) * t,
    gear: trace.gear[i]!,
  }
}

/** Walks samples along the lap, at most `mostM` metres, until one passes; null where none does. */
function walk(track: Track, from: number, mostM: number, passes: (i: number) => boolean, step: 1 | -1 = 1): number | null {
  for (let k = 0; k * track.stepM <= mostM && k < track.count; k++) {
    const raw = from + step * k
    if (!track.closed && (raw < 0 || raw >= track.count)) return null
    const i = (raw + track.count) % track.count
    if (passes(i)) return i
  }
  return null
}

/** The sample in a stretch where a value is least. */
function leastIn(track: Track, from: number, lengthM: number, value: (i: number) => number): number {
  let best = from
  walk(track, from, lengthM, (i) => {
    if (value(i) < value(best)) best = i
    return false
  })
  return best
}

/** A corner's neighbours along the lap bound how far its points may lie from it. */
interface Reach {
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

/** Middle of the stretch around the least distance to an edge that keeps within a tolerance of it. */
function middleOfClosest(track: Track, at: number, distance: (i: number) => number, withinM: number, mostM: number): number {
  const limit = distance(at) + withinM
  const beyond = (i: number) => distance(i) > limit
  const first = walk(track, at, mostM, beyond, -1)
  const last = walk(track, at, mostM, beyond)
  const backM = first === null ? mostM : stationsApart(track, track.stationM[first]!, track.stationM[at]!) - track.stepM
  const onM = last === null ? mostM : stationsApart(track, track.stationM[at]!, track.stationM[last]!) - track.stepM
  return wrapStation(track, track.stationM[at]! + (onM - backM) / 2)
}

/** Turn-in and apex: what the line alone decides. */
interface LinePoints {
  readonly turnIn: number
  readonly apexM: number
  readonly reach: Reach
  readonly outside: (i: number) => number
}

function linePointsOf({ track, line, path }: DrivenLine, corner: Corner, reach: Reach): LinePoints {
  const sign = turnSign(corner)
  const inside = (i: number) => (sign > 0 ? track.halfLeftM[i]! - line.offsetM[i]! : track.halfRightM[i]! + line.offsetM[i]!)
  const outside = (i: number) => (sign > 0 ? track.halfRightM[i]! + line.offsetM[i]! : track.halfLeftM[i]! - line.offsetM[i]!)
  const turning = (i: number) => sign * path.curvaturePerM[i]!
  const peak = leastIn(track, reach.start, reach.lengthM, (i) => -turning(i))
  const straight = (i: number) => turning(i) < TURNING_SHARE_OF_PEAK * turning(peak)
  const turnIn = walk(track, peak, reach.lengthM + reach.beforeM, straight, -1) ?? reach.start
  const closest = leastIn(track, reach.start, reach.lengthM, inside)
  return { turnIn, apexM: middleOfClosest(track, closest, inside, APEX_WITHIN_M, reach.lengthM / 2), reach, outside }
}

/** Where the line has run out: the first sample after the apex near the least distance to the outside edge, before the next turn-in. */
function exitOf(track: Track, own: LinePoints, next: LinePoints | null, corner: Corner): number {
  const apex = sampleAtStation(track, own.apexM)
  const toEndM = stationsApart(track, own.apexM, corner.endM)
  const freeM = (toEndM < own.reach.lengthM ? toEndM : 0) + own.reach.afterM
  const toNextM = next ? stationsApart(track, own.apexM, track.stationM[next.turnIn]!) : freeM
  const runM = Math.min(freeM, toNextM)
  const widest = leastIn(track, apex, runM, own.outside)
  return walk(track, apex, runM, (i) => own.outside(i) <= own.outside(widest) + EXIT_WITHIN_M) ?? widest
}

/**
 * The points of every corner (physics.md section 5) on the line as driven. A flat-out corner has no lift or brakes; one
 * that is only lifted for has `lift` instead of `brakeStart`.
 */
export function cornerPointsOf(driven: DrivenLine, corners: readonly Corner[]): CornerPoints[] {
  const ofLine = corners.map((corner, index) => linePointsOf(driven, corner, reachOf(driven.track, corners, index)))
  return corners.map((corner, index) => {
    const following = driven.track.closed || index < corners.length - 1 ? ofLine[(index + 1) % corners.length]! : null
    const own = ofLine[index]!
    const exit = exitOf(driven.track, own, following === own ? null : following, corner)
    return pointsOfCorner(driven, own, exit)
  })
}

function pointsOfCorner(driven: DrivenLine, { turnIn, apexM, reach }: LinePoints, exit: number): CornerPoints {
  const { track, trace } = driven
  const at = (i: number | null) => (i === null ? null : pointAt(driven, track.stationM[i]!))
  const last = firstBrakingAfterApex(driven, apexM, exit)
  const minSpeed = leastIn(track, turnIn, stationsApart(track, track.stationM[turnIn]!, track.stationM[last]!), (i) => trace.speedMps[i]!)
  const approachM = reach.beforeM + stationsApart(track, track.stationM[reach.start]!, track.stationM[minSpeed]!)
  const fastest = fastestBefore(driven, minSpeed, approachM < track.lengthM / 2 || !track.closed ? approachM : reach.beforeM)
  const slowingM = stationsApart(track, track.stationM[fastest]!, track.stationM[minSpeed]!)
  const brakeStart = walk(track, fastest, slowingM, (i) => trace.brakeMps2[i]! > BRAKES_ON_MPS2)
  const lifts = (i: number) => trace.throttleShare[i]! < LIFTED_THROTTLE_SHARE
  const lift = brakeStart === null ? walk(track, fastest, slowingM, lifts) : null
  const flat = brakeStart === null && lift === null
  const onwardM = reach.lengthM + reach.afterM
  const throttleOn = flat ? null : walk(track, minSpeed, onwardM, (i) => trace.axMps2[i]! > GAINING_MPS2)
  const fullThrottle = throttleOn === null ? null : walk(track, throttleOn, onwardM, (i) => trace.throttleShare[i]! >= FULL_THROTTLE_SHARE)
  return {
    lift: at(lift),
    brakeStart: at(brakeStart),
    brakeEnd: at(brakeStart === null ? null : brakesOff(driven, brakeStart, minSpeed)),
    turnIn: at(turnIn),
    apex: pointAt(driven, apexM),
    minSpeed: at(minSpeed),
    throttleOn: at(throttleOn),
    fullThrottle: at(fullThrottle),
    exit: at(exit),
  }
}

/** The exit, or the sample before the next corner's braking where that begins first. */
function firstBrakingAfterApex({ track, trace }: DrivenLine, apexM: number, exit: number): number {
  const apex = sampleAtStation(track, apexM)
  const toExitM = stationsApart(track, apexM, track.stationM[exit]!)
  const gaining = walk(track, apex, toExitM, (i) => trace.axMps2[i]! > GAINING_MPS2)
  if (gaining === null) return exit
  const leftM = stationsApart(track, track.stationM[gaining]!, track.stationM[exit]!)
  return walk(track, gaining, Math.min(leftM, toExitM), (i) => trace.brakeMps2[i]! > BRAKES_ON_MPS2) ?? exit
}

/** The fastest sample of an approach: whatever slowing the corner needs begins after it. */
function fastestBefore({ track, trace }: DrivenLine, minSpeed: number, approachM: number): number {
  let fastest = minSpeed
  walk(
    track,
    minSpeed,
    approachM,
    (i) => {
      if (trace.speedMps[i]! > trace.speedMps[fastest]!) fastest = i
      return false
    },
    -1,
  )
  return fastest
}

/** The last sample with the brakes on before the slowest one, and one on. */
function brakesOff({ track, trace }: DrivenLine, brakeStart: number, minSpeed: number): number {
  const zoneM = stationsApart(track, track.stationM[brakeStart]!, track.stationM[minSpeed]!)
  const last = walk(track, minSpeed, zoneM, (i) => trace.brakeMps2[i]! > BRAKES_OFF_MPS2, -1) ?? brakeStart
  return last === minSpeed || (!track.closed && last === track.count - 1) ? last : (last + 1) % track.count
}
