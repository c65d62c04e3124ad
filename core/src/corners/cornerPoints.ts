import type { Corner } from '../geometry/corners'
import { bracket, sampleAtStation, signedApart, stationsApart, wrapStation } from '../geometry/track'
import { leastIn, linePointsOf, walk, type LinePoints, type PlacedLine } from '../line/linePoints'
import { FULL_THROTTLE_SHARE, LIFTED_THROTTLE_SHARE } from '../speed/throttle'
import type { SpeedTrace } from '../speed/speedAlong'

/** A line driven: where it runs and how fast. */
export interface DrivenLine extends PlacedLine {
  readonly trace: SpeedTrace
}

export type PointName =
  'lift' | 'brakeStart' | 'brakeEnd' | 'turnIn' | 'apex' | 'hold' | 'secondApex' | 'minSpeed' | 'throttleOn' | 'fullThrottle' | 'exit'

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

export const BRAKES_ON_MPS2 = 0.1 * 9.80665
const BRAKES_OFF_MPS2 = 0.02 * 9.80665
const GAINING_MPS2 = 0.05
/** A corner slowed for by less than this, or with less than this of the brakes, is lifted for and not braked for. */
const LEAST_BRAKED_MPS = 8 / 3.6
const LEAST_BRAKES_MPS2 = 0.15 * 9.80665
/** A touch of the brakes that takes off less than this, some way before the others, is no place to brake: nobody would feel it. */
const LEAST_TOUCH_MPS = 1 / 3.6
/** Slower by less than this at its slowest, a corner is held: nobody lifts for it so that it could be seen. */
const LEAST_LIFTED_MPS = 2 / 3.6

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

/**
 * The points of every corner (docs/model.md, Corner points) on the line as driven. A corner that is flat or held has no lift or brakes;
 * one that is only lifted for has `lift` instead of `brakeStart`.
 */
export function cornerPointsOf(driven: DrivenLine, corners: readonly Corner[]): CornerPoints[] {
  return linePointsOf(driven, corners).map((own) => pointsOfCorner(driven, own))
}

function pointsOfCorner(driven: DrivenLine, { turnIn, turnInM, apexM, between, exit, exitM, reach }: LinePoints): CornerPoints {
  const { track, trace } = driven
  const at = (i: number | null) => (i === null ? null : pointAt(driven, track.stationM[i]!))
  const last = firstBrakingAfterApex(driven, apexM, exit)
  // where the line never runs out, as on the centreline, it may do so before it turns in: the corner itself counts then
  const ownM = signedApart(track, track.stationM[turnIn]!, track.stationM[last]!)
  const minSpeed = leastIn(track, turnIn, ownM > 0 ? ownM : reach.lengthM, (i) => trace.speedMps[i]!)
  const approachM = reach.beforeM + stationsApart(track, track.stationM[reach.start]!, track.stationM[minSpeed]!)
  const fastest = fastestBefore(driven, minSpeed, approachM < track.lengthM / 2 || !track.closed ? approachM : reach.beforeM)
  const slowingM = stationsApart(track, track.stationM[fastest]!, track.stationM[minSpeed]!)
  const slowedMps = trace.speedMps[fastest]! - trace.speedMps[minSpeed]!
  const brakes = brakesOn(driven, fastest, slowingM)
  const isBraked = slowedMps >= LEAST_BRAKED_MPS && walk(track, fastest, slowingM, (i) => trace.brakeMps2[i]! >= LEAST_BRAKES_MPS2) !== null
  const brakeStart = isBraked ? brakes : null
  const lifts = (i: number) => trace.throttleShare[i]! < LIFTED_THROTTLE_SHARE
  const lift = isBraked || slowedMps < LEAST_LIFTED_MPS ? null : (walk(track, fastest, slowingM, lifts) ?? brakes)
  const flat = brakeStart === null && lift === null && isFlat(driven, turnInM, exitM)
  const onwardM = reach.lengthM + reach.afterM
  const throttleOn = flat ? null : walk(track, minSpeed, onwardM, (i) => trace.axMps2[i]! > GAINING_MPS2)
  const fullThrottle = throttleOn === null ? null : walk(track, throttleOn, onwardM, (i) => trace.throttleShare[i]! >= FULL_THROTTLE_SHARE)
  return {
    lift: at(lift),
    brakeStart: at(brakeStart),
    brakeEnd: brakeStart === null ? null : pointAt(driven, brakesOffM(driven, brakeStart, minSpeed)),
    turnIn: pointAt(driven, turnInM),
    apex: pointAt(driven, apexM),
    hold: between && pointAt(driven, between.holdM),
    secondApex: between && pointAt(driven, between.secondM),
    minSpeed: at(minSpeed),
    throttleOn: at(throttleOn),
    fullThrottle: at(fullThrottle),
    exit: pointAt(driven, exitM),
  }
}

/** Whether the engine gives all it can from turn-in to exit. */
export function isFlat({ track, trace }: DrivenLine, turnInM: number, exitM: number): boolean {
  const throughM = stationsApart(track, turnInM, exitM)
  return walk(track, sampleAtStation(track, turnInM), throughM, (i) => trace.throttleShare[i]! < FULL_THROTTLE_SHARE) === null
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

/** The fastest sample of an approach. Any slowing for the corner starts after it. */
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

/** The first sample with the brakes on, within so many metres, that is not only a touch before the braking itself. */
function brakesOn(driven: DrivenLine, from: number, withinM: number): number | null {
  const { track, trace } = driven
  const leftM = (i: number) => withinM - stationsApart(track, track.stationM[from]!, track.stationM[i]!)
  const isOn = (i: number) => trace.brakeMps2[i]! > BRAKES_ON_MPS2
  const on = walk(track, from, withinM, isOn)
  const off = on === null ? null : walk(track, on, leftM(on), (i) => !isOn(i))
  if (on === null || off === null || trace.speedMps[on]! - trace.speedMps[off]! >= LEAST_TOUCH_MPS) return on
  return brakesOn(driven, off, leftM(off)) ?? on
}

/** Where the brakes come off before the slowest sample, between the last sample with them on and the next. */
function brakesOffM({ track, trace }: DrivenLine, brakeStart: number, minSpeed: number): number {
  const zoneM = stationsApart(track, track.stationM[brakeStart]!, track.stationM[minSpeed]!)
  const last = walk(track, minSpeed, zoneM, (i) => trace.brakeMps2[i]! > BRAKES_OFF_MPS2, -1) ?? brakeStart
  const lastM = track.stationM[last]!
  if (last === minSpeed || (!track.closed && last === track.count - 1)) return lastM
  const [on, off] = [trace.brakeMps2[last]!, trace.brakeMps2[(last + 1) % track.count]!]
  return lastM + track.stepM * Math.min(1, (on - BRAKES_OFF_MPS2) / (on - off))
}
