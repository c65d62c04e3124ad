import { toLocal } from '../geometry/localMetres'
import { stationsApart, wrapStation, type Track } from '../geometry/track'
import type { Channel, Recording } from './recording'
import { GAP_S, rateOf, smoothed } from './smooth'

/** A recording on a track: where the car was along and across it, and how fast; one entry for each sample. */
export interface Placed {
  readonly timeS: Float64Array
  /** driven along the centreline since station 0 of the first lap, rising from lap to lap; NaN away from the track */
  readonly alongM: Float64Array
  /** left positive */
  readonly offsetM: Float64Array
  readonly speedMps: Float64Array
  readonly of: Recording['of']
  /** channels that were computed and not recorded */
  readonly derived: readonly Channel[]
  /** samples in a second, by the middle of the steps */
  readonly rateHz: number
  /** positions are this much behind the logger's own speed, s; 0 where that can't be told */
  readonly positionLateS: number
}

/** Farther from the centreline than this, a sample is not on the track, m. */
const OFF_TRACK_M = 60
/** A projection goes on from the last place: it is looked for this far on and back, m. */
const WINDOW_M = 60
/** Time constants of the smoothing, s: position across the track, and what position adds to distance by speed. */
const ACROSS_TAU_S = 0.25
const ALONG_TAU_S = 0.8
const SPEED_TAU_S = 0.15

/** Puts a recording on a track. Each sample is looked for near the one before, so that it never jumps to a part of the track beside it. */
export function placed(track: Track, { timeS, latDeg, lonDeg, of }: Recording): Placed {
  const n = timeS.length
  const steps = Float64Array.from({ length: n - 1 }, (_, i) => timeS[i + 1]! - timeS[i]!).sort()
  const rateHz = 1 / steps[Math.floor(steps.length / 2)]!
  const local = Array.from(timeS, (_, i) => toLocal(track.circuit.frame, lonDeg[i]!, latDeg[i]!))
  const [xs, ys] = [Float64Array.from(local, (p) => p.x), Float64Array.from(local, (p) => p.y)]
  const byPosition = smoothed(timeS, speedByPosition(timeS, xs, ys), SPEED_TAU_S)
  const own = of.speedMps
  const positionLateS = own ? lateness(timeS, own, byPosition, rateHz) : 0
  const at = positionLateS === 0 ? timeS : timeS.map((t) => t - positionLateS)
  const { alongM, offsetM } = projected(track, at, xs, ys)
  const speedMps = own ? smoothed(timeS, own, Math.min(0.08, 1 / rateHz)) : byPosition
  return {
    timeS,
    ...fused({ timeS, atS: at, alongM, offsetM, speedMps }),
    ...{ speedMps, of, rateHz, positionLateS },
    derived: own ? [] : ['speedMps'],
  }
}

function speedByPosition(timeS: Float64Array, x: Float64Array, y: Float64Array): Float64Array {
  const last = timeS.length - 1
  return timeS.map((_, i) => {
    const [a, b] = [Math.max(0, i - 1), Math.min(last, i + 1)]
    return Math.hypot(x[b]! - x[a]!, y[b]! - y[a]!) / (timeS[b]! - timeS[a]!)
  })
}

/** Shifts of the position clock that are tried, s, and the least that counts. */
const MOST_LATE_S = 2
const LEAST_LATE_S = 0.08
const MOST_COMPARED = 6000

/** How late positions are against the recorded speed: where the two speeds agree best. */
function lateness(timeS: Float64Array, own: Float64Array, byPosition: Float64Array, rateHz: number): number {
  const stepS = Math.max(0.04, 1 / rateHz)
  const every = Math.max(1, Math.ceil(timeS.length / MOST_COMPARED))
  const reach = Math.floor(MOST_LATE_S / stepS)
  const shift = Math.max(1, Math.round(stepS * rateHz))
  const differs = (k: number) => {
    let [sum, count] = [0, 0]
    for (let i = reach * shift; i < timeS.length - reach * shift; i += every) {
      const d = byPosition[i + k * shift]! - own[i]!
      if (Number.isNaN(d)) continue
      sum += d * d
      count++
    }
    return count === 0 ? Infinity : sum / count
  }
  if (timeS.length < 4 * reach * shift + 10) return 0
  let best = 0
  for (let k = -reach; k <= reach; k++) if (differs(k) < differs(best)) best = k
  if (best === 0 || Math.abs(best) === reach) return 0
  // between steps, by the parabola through the best and its neighbours
  const [a, b, c] = [differs(best - 1), differs(best), differs(best + 1)]
  const late = (best + (a - c) / (2 * (a - 2 * b + c))) * (shift / rateHz)
  return Math.abs(late) < LEAST_LATE_S || b > 0.7 * differs(0) ? 0 : late
}

function projected(track: Track, timeS: Float64Array, xs: Float64Array, ys: Float64Array): { alongM: Float64Array; offsetM: Float64Array } {
  const alongM = new Float64Array(xs.length).fill(NaN)
  const offsetM = new Float64Array(xs.length).fill(NaN)
  let last = -1
  let [lastStation, along] = [NaN, NaN]
  for (let i = 0; i < xs.length; i++) {
    const isFresh = last < 0 || timeS[i]! - timeS[last]! > 5 * GAP_S
    const found =
      (isFresh ? null : nearest(track, xs[i]!, ys[i]!, lastStation, WINDOW_M + 60 * (timeS[i]! - timeS[last]!))) ??
      nearest(track, xs[i]!, ys[i]!, null, Infinity)
    if (!found) continue
    if (Number.isNaN(along)) along = found.stationM
    else {
      const on = stationsApart(track, lastStation, found.stationM)
      along += !track.closed ? found.stationM - lastStation : on <= track.lengthM / 2 ? on : on - track.lengthM
    }
    lastStation = found.stationM
    last = i
    alongM[i] = along
    offsetM[i] = found.offsetM
  }
  return { alongM, offsetM }
}

function nearest(
  track: Track,
  x: number,
  y: number,
  aroundM: number | null,
  withinM: number,
): { stationM: number; offsetM: number } | null {
  const around = aroundM === null ? 0 : Math.round(aroundM / track.stepM)
  const reach = aroundM === null ? track.count : Math.min(track.count, Math.ceil(withinM / track.stepM))
  let at = -1
  let least = OFF_TRACK_M ** 2
  for (let k = aroundM === null ? 0 : -reach; k < reach; k++) {
    const j = around + k
    if (!track.closed && (j < 0 || j >= track.count)) continue
    const i = ((j % track.count) + track.count) % track.count
    const d = (x - track.x[i]!) ** 2 + (y - track.y[i]!) ** 2
    if (d < least) {
      least = d
      at = i
    }
  }
  if (at < 0) return null
  const heading = track.headingRad[at]!
  const [dx, dy] = [x - track.x[at]!, y - track.y[at]!]
  const along = dx * Math.cos(heading) + dy * Math.sin(heading)
  const offsetM = dy * Math.cos(heading) - dx * Math.sin(heading)
  // stations are shorter on the inside of a turn
  const stretch = Math.max(0.2, 1 - track.curvaturePerM[at]! * offsetM)
  return { stationM: wrapStation(track, track.stationM[at]! + along / stretch), offsetM }
}

interface Raw {
  timeS: Float64Array
  /** when each position was true */
  atS: Float64Array
  alongM: Float64Array
  offsetM: Float64Array
  speedMps: Float64Array
}

/**
 * Distance from the speed, which is smooth from sample to sample, corrected slowly by the positions. A late position is moved on by the
 * distance driven since.
 */
function fused({ timeS, atS, alongM, offsetM, speedMps }: Raw): { alongM: Float64Array; offsetM: Float64Array } {
  const driven = new Float64Array(timeS.length)
  for (let i = 1; i < timeS.length; i++) {
    const mean = (speedMps[i]! + speedMps[i - 1]!) / 2
    driven[i] = driven[i - 1]! + (Number.isNaN(mean) ? 0 : mean * (timeS[i]! - timeS[i - 1]!))
  }
  const behind = atS.map((t, i) => (timeS[i]! - t) * speedMps[i]!)
  const off = smoothed(
    timeS,
    alongM.map((s, i) => s + behind[i]! - driven[i]!),
    ALONG_TAU_S,
  )
  const across = smoothed(timeS, offsetM, ACROSS_TAU_S)
  const lateBy = atS[0] === timeS[0] ? 0 : timeS[0]! - atS[0]!
  const rate = lateBy === 0 ? null : rateOf(timeS, across)
  return {
    alongM: driven.map((d, i) => (Number.isNaN(alongM[i]!) ? NaN : d + off[i]!)),
    offsetM: rate === null ? across : across.map((m, i) => m + rate[i]! * lateBy),
  }
}
