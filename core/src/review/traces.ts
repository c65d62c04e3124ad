import type { RecordedLap } from '../recording/laps'
import type { PlanSolution } from '../plan/solvePlan'
import { plannedDrive, type Drive } from './drive'

/** A lap by place: one value for each sample of the track; NaN where the lap has none. Channels that are not there are null. */
export interface LapTrace {
  /** 0 is the out lap; null the plan */
  readonly lap: number | null
  /** since the start line, s */
  readonly timeS: Float64Array
  readonly offsetM: Float64Array
  readonly speedMps: Float64Array
  /** shares, 0 to 1 */
  readonly brake: Float64Array | null
  readonly throttle: Float64Array | null
  readonly steerRad: Float64Array | null
  readonly gear: Float64Array | null
  readonly longMps2: Float64Array
  readonly latMps2: Float64Array
}

/** Laps of a drive by place, so that they can be laid over each other. */
export function tracesOf(plan: PlanSolution, drive: Drive, laps: readonly RecordedLap[]): LapTrace[] {
  const { lengthM } = plan.track
  return laps.map((lap) => {
    const inside = drive.alongM.findIndex((s, i) => i >= lap.from && !Number.isNaN(s))
    // a lap's first sample is just past the line, or anywhere on the out lap
    const lapM = inside < 0 ? 0 : Math.floor(drive.alongM[inside]! / lengthM + 1e-9) * lengthM
    return traceFrom(plan, drive, lapM, lap)
  })
}

/** The plan as a lap by place. It says nothing of the steering wheel. */
export function plannedTrace(plan: PlanSolution): LapTrace {
  const { lengthM, count } = plan.track
  const drive = plannedDrive(plan)
  return { ...traceFrom(plan, drive, lengthM, { lap: null, from: count, to: 2 * count, startS: plan.trace.lapTimeS }), steerRad: null }
}

type Stretch = Pick<RecordedLap, 'from' | 'to' | 'startS'> & { readonly lap: number | null }

function traceFrom({ track }: PlanSolution, drive: Drive, lapM: number, { lap, from, to, startS }: Stretch): LapTrace {
  const { alongM } = drive
  const last = Math.min(alongM.length - 1, to)
  // where each place of the track lies between two samples of the drive
  const left = new Int32Array(track.count).fill(-1)
  const share = new Float64Array(track.count)
  let i = Math.max(0, from - 1)
  for (let k = 0; k < track.count; k++) {
    const m = lapM + track.stationM[k]!
    while (i < last && !(alongM[i + 1]! >= m)) i++
    if (i >= last || !(alongM[i]! <= m)) continue
    left[k] = i
    const span = alongM[i + 1]! - alongM[i]!
    share[k] = span > 0 ? (m - alongM[i]!) / span : 0
  }
  const along = (values: Float64Array) =>
    Float64Array.from(left, (at, k) => (at < 0 ? NaN : values[at]! + (values[at + 1]! - values[at]!) * share[k]!))
  const optional = (values: Float64Array | null) => values && along(values)
  const { timeS, speedMps, curvaturePerM } = drive
  return {
    ...{ lap, timeS: along(timeS).map((t) => t - startS), offsetM: along(drive.offsetM), speedMps: along(speedMps) },
    ...{ brake: optional(drive.brake), throttle: optional(drive.throttle), steerRad: optional(drive.steerRad) },
    // a gear is one or the other, never between
    gear: drive.gear && Float64Array.from(left, (at, k) => (at < 0 ? NaN : drive.gear![share[k]! < 0.5 ? at : at + 1]!)),
    longMps2: along(drive.longMps2),
    latMps2: along(speedMps.map((v, at) => v * v * curvaturePerM[at]!)),
  }
}

/** How far a lap is behind another at each place, s; NaN where either has no time. Both begin at 0 on the line. */
export const behindOf = (lap: LapTrace, reference: LapTrace): Float64Array => lap.timeS.map((t, k) => t - reference.timeS[k]!)
