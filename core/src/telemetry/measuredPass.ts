import type { PassResult } from '../stintLog/followUp'
import { severityOf } from '../faults/thresholds'
import { signedApart, stationsApart, type Track } from '../geometry/track'
import type { SolvedCorner } from '../corners/solvedCorner'
import type { LivePlace } from './liveLaps'

/** What a pass through a corner showed of a fault that was called, against the plan. */
interface Measured {
  readonly code: MeasurableCode
  /** m, or km/h for `bh`; how far off the plan, 0 where it is not */
  readonly size: number
  readonly unit: 'm' | 'km/h'
}

/** Slowing by more than this is braking, m/s²: beyond what lifting does. */
const BRAKING_MPS2 = 2.2
/** Looked at from this far before the planned braking point, m. */
const BEFORE_M = 120
const KMH = 3.6

/** Faults that can be measured from position and speed alone. */
export const measurableCodes = ['be', 'bl', 'bh', 'am'] as const
type MeasurableCode = (typeof measurableCodes)[number]
const isMeasurable = (code: string): code is MeasurableCode => (measurableCodes as readonly string[]).includes(code)

/**
 * Measures a corner's pass: where braking began, the slowest, and how far from the planned apex, each against the plan.
 * @param places - a car's places in order, one pass through the corner and the approach to it
 * @returns null where the pass is not whole or the code cannot be measured from place and speed
 */
export function measuredPass(track: Track, corner: SolvedCorner, places: readonly LivePlace[], code: string): Measured | null {
  if (!isMeasurable(code)) return null
  const { brakeStart, minSpeed, apex } = corner.points
  const from = (brakeStart?.stationM ?? corner.startM) - BEFORE_M
  const lengthM = stationsApart(track, from, corner.endM)
  const pass = places.filter((p) => stationsApart(track, from, p.stationM) <= lengthM)
  const [first, last] = [pass[0], pass[pass.length - 1]]
  if (!first || !last || stationsApart(track, first.stationM, last.stationM) < 0.8 * lengthM) return null
  switch (code) {
    case 'be':
    case 'bl': {
      const began = brakeStart ? brakingBegan(pass) : null
      if (began === null) return null
      const laterM = signedApart(track, brakeStart!.stationM, began)
      return { code, size: Math.max(0, code === 'be' ? -laterM : laterM), unit: 'm' }
    }
    case 'bh': {
      const slowest = Math.min(...pass.flatMap((p) => (p.speedMps === null ? [] : [p.speedMps])))
      return minSpeed && Number.isFinite(slowest) ? { code, size: Math.max(0, (minSpeed.speedMps - slowest) * KMH), unit: 'km/h' } : null
    }
    case 'am': {
      if (!apex) return null
      const near = (p: LivePlace) => Math.abs(signedApart(track, apex.stationM, p.stationM))
      const at = pass.reduce((best, p) => (near(p) < near(best) ? p : best))
      const away = corner.direction === 'left' ? -1 : 1
      return { code, size: Math.max(0, away * (at.offsetM - apex.offsetM)), unit: 'm' }
    }
  }
}

/** Looked at over so many samples, so that one that is a little off does not make a braking. */
const OVER_SAMPLES = 5
/** Still as fast as before the braking, m/s. */
const STILL_FAST_MPS = 0.25

/** The station where the first braking of a pass began, or null where there was none. */
function brakingBegan(pass: readonly LivePlace[]): number | null {
  for (let k = 0; k + OVER_SAMPLES < pass.length; k++) {
    const window = pass.slice(k, k + OVER_SAMPLES + 1)
    const [a, b] = [window[0]!, window[OVER_SAMPLES]!]
    if (a.speedMps === null || b.speedMps === null) continue
    if ((a.speedMps - b.speedMps) / ((b.timeMs - a.timeMs) / 1000) <= BRAKING_MPS2) continue
    const fast = window.filter((p) => p.speedMps !== null && p.speedMps >= a.speedMps! - STILL_FAST_MPS)
    return fast[fast.length - 1]!.stationM
  }
  return null
}

/** What a measured size says of a correction that was called. */
export function resultOfMeasured({ code, size }: Measured): PassResult {
  const severity = severityOf(code, size)
  if (severity === null) return 'fixed'
  return severity === 1 ? 'better' : 'no change'
}
