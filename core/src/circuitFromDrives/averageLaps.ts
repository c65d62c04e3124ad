import { lengthsAlong, nearestNear, resampled, sizeOf, smoothed, type Polyline } from './polyline'

/** Laps averaged into one line, and how well they agree. */
interface AveragedLaps {
  readonly line: Polyline
  readonly laps: number
  /** root of the mean squared distance of the laps from the line, metres */
  readonly spreadM: number
}

/** Spacing of the averaged line, metres. */
const RECCE_SPACING_M = 6
/** Spread of the Gaussian that takes out position noise, metres. */
const RECCE_SMOOTHING_M = 5
const ROUNDS = 4
/** Share of the lap to either side that a lap's nearest place is looked for in. */
const LOOK_SHARE = 0.04

/** Laps far longer or shorter than the middle one took another way. */
const SAME_LENGTH_WITHIN = 0.06

const lengthOf = (lap: Polyline) => {
  const along = lengthsAlong(lap, true)
  return along[along.length - 1]!
}

/** The laps that are as long as the middle one, to 6 %. */
export function alikeLaps(laps: readonly Polyline[]): Polyline[] {
  const lengths = laps.map(lengthOf)
  const middle = [...lengths].sort((a, b) => a - b)[laps.length >> 1] ?? 0
  return laps.filter((_, i) => Math.abs(lengths[i]! - middle) <= SAME_LENGTH_WITHIN * middle)
}

/**
 * One closed line from several laps: first by share of each lap's length, then again and again by what of each lap lies
 * nearest, smoothed over 5 m. Needs at least one lap.
 */
export function averageLaps(laps: readonly Polyline[]): AveragedLaps {
  const lengthM = laps.reduce((sum, lap) => sum + lengthOf(lap), 0) / laps.length
  const count = Math.max(12, Math.round(lengthM / RECCE_SPACING_M))
  const fine = laps.map((lap) => resampled(lap, 3 * count, true))
  const mean = (placeOf: (lap: Polyline, k: number) => { x: number; y: number; z: number }): Polyline => {
    const out = { x: new Float64Array(count), y: new Float64Array(count), z: new Float64Array(count) }
    for (let k = 0; k < count; k++) {
      for (const lap of fine) {
        const place = placeOf(lap, k)
        for (const axis of ['x', 'y', 'z'] as const) out[axis][k] = out[axis][k]! + place[axis] / fine.length
      }
    }
    return out
  }
  const look = Math.max(4, Math.round(LOOK_SHARE * 3 * count))
  let line = mean((lap, k) => ({ x: lap.x[3 * k]!, y: lap.y[3 * k]!, z: lap.z[3 * k]! }))
  for (let round = 0; round < ROUNDS; round++) {
    const from = resampled(line, count, true)
    line = smoothed(
      mean((lap, k) => nearestNear(lap, from.x[k]!, from.y[k]!, 3 * k, look)),
      RECCE_SMOOTHING_M / RECCE_SPACING_M,
    )
  }
  line = resampled(line, count, true)
  let squares = 0
  for (const lap of fine) {
    for (let k = 0; k < count; k++) {
      const near = nearestNear(lap, line.x[k]!, line.y[k]!, 3 * k, look)
      squares += (near.x - line.x[k]!) ** 2 + (near.y - line.y[k]!) ** 2
    }
  }
  return { line, laps: laps.length, spreadM: Math.sqrt(squares / (fine.length * sizeOf(line))) }
}
