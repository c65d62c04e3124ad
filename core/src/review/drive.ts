import { signedApart, valueAt, wrapStation, type Track } from '../geometry/track'
import type { PlanSolution } from '../plan/solvePlan'
import type { Placed } from '../recording/placed'
import { wheelChannels } from '../recording/recording'
import { rateOf, smoothed } from '../recording/smooth'
import { gearsFromRpm } from './gears'

/** A drive ready to be measured; one entry for each sample. Channels that the logger lacks are null. */
export interface Drive {
  readonly timeS: Float64Array
  readonly alongM: Float64Array
  /** left positive, without the slow drift of the positions */
  readonly offsetM: Float64Array
  readonly speedMps: Float64Array
  /** of the path, left positive */
  readonly curvaturePerM: Float64Array
  /** along the path, from the logger or from the speed */
  readonly longMps2: Float64Array
  /** share of the hardest of this drive, 0 to 1 */
  readonly brake: Float64Array | null
  readonly throttle: Float64Array | null
  readonly steerRad: Float64Array | null
  readonly gear: Float64Array | null
  readonly rpm: Float64Array | null
  /** the engine’s limit, 1/min */
  readonly redlineRpm: number
  /** how fast each wheel’s tread goes; as many as were recorded */
  readonly wheelsMps: readonly Float64Array[]
  readonly rateHz: number
  /** what was recorded and not worked out from something else */
  readonly has: { readonly braking: boolean; readonly bending: boolean; readonly shifting: boolean }
}

/** The hardest braking, but for one sample in a hundred. */
const HARDEST_SHARE = 0.99
const CURVATURE_TAU_S = 0.12
const STEER_TAU_S = { quiet: 0.05, noisy: 0.09 }
/** A steering angle that jumps by more than this from sample to sample is noisy, rad. */
const NOISY_STEER_RAD = 0.006
/** Below this a curvature from acceleration means nothing, m/s. */
const LEAST_MPS = 4

/** A recording on a plan's track, ready to be measured against the plan. */
export function driveOf(plan: PlanSolution, recording: Placed): Drive {
  const { timeS, alongM, speedMps, of, rateHz } = recording
  return {
    ...{ timeS, alongM, speedMps, rateHz },
    offsetM: withoutDrift(plan, recording),
    curvaturePerM: smoothed(timeS, curvature(plan.track, recording), CURVATURE_TAU_S),
    longMps2: of.longMps2 ?? smoothed(timeS, rateOf(timeS, speedMps), 0.15),
    brake: of.brake ? shareOfHardest(of.brake) : null,
    throttle: of.throttle ? shareOfHardest(of.throttle) : null,
    steerRad: of.steerRad ? smoothed(timeS, of.steerRad, steerTauS(of.steerRad)) : null,
    gear: of.gear ?? (of.rpm ? gearsFromRpm(plan.vehicle, timeS, speedMps, of.rpm) : null),
    rpm: of.rpm ?? null,
    redlineRpm: plan.vehicle.redlineRpm,
    // a column of noughts is a sensor that is not there
    wheelsMps: wheelChannels.flatMap((wheel) => of[wheel] ?? []).filter((wheel) => wheel.some((mps) => mps > LEAST_MPS)),
    has: { braking: Boolean(of.brake ?? of.longMps2), bending: Boolean(of.latMps2 ?? of.headingRad), shifting: Boolean(of.gear) },
  }
}

/** How long the steering angle is smoothed over: longer where it jumps about its own neighbours. */
function steerTauS(steerRad: Float64Array): number {
  const jumps = steerRad
    .slice(1, -1)
    .map((s, i) => Math.abs(s - (steerRad[i]! + steerRad[i + 2]!) / 2))
    .sort()
  return (jumps[Math.floor(jumps.length / 2)] ?? 0) > NOISY_STEER_RAD ? STEER_TAU_S.noisy : STEER_TAU_S.quiet
}

function shareOfHardest(values: Float64Array): Float64Array {
  const sorted = values.filter((v) => !Number.isNaN(v)).sort()
  const hardest = sorted[Math.floor(HARDEST_SHARE * (sorted.length - 1))] ?? 1
  return values.map((v) => (Number.isNaN(v) ? 0 : Math.min(1, Math.max(0, v / Math.max(hardest, 1e-6)))))
}

/** Curvature of the path: from lateral acceleration and speed, else from the heading, else from the positions. */
function curvature(track: Track, { timeS, alongM, offsetM, speedMps, of }: Placed): Float64Array {
  const fast = speedMps.map((v) => Math.max(LEAST_MPS, v))
  if (of.latMps2) return of.latMps2.map((a, i) => a / fast[i]! ** 2)
  const heading = of.headingRad ? of.headingRad.map((h) => -h) : alongM.map((s, i) => bearing(track, alongM, offsetM, s, i))
  const turned = rateOf(timeS, unwrapped(heading))
  return turned.map((rate, i) => rate / fast[i]!)
}

/** Direction of driving at a sample: the track's own, and how fast the car moves across it. */
function bearing(track: Track, alongM: Float64Array, offsetM: Float64Array, s: number, i: number): number {
  if (Number.isNaN(s)) return NaN
  const [a, b] = [Math.max(0, i - 1), Math.min(alongM.length - 1, i + 1)]
  const on = alongM[b]! - alongM[a]!
  return valueAt(track, track.headingRad, wrapStation(track, s)) + (on > 0.01 ? Math.atan2(offsetM[b]! - offsetM[a]!, on) : 0)
}

function unwrapped(angles: Float64Array): Float64Array {
  const out = Float64Array.from(angles)
  for (let i = 1; i < out.length; i++) {
    const turn = angles[i]! - angles[i - 1]!
    out[i] = out[i - 1]! + Math.atan2(Math.sin(turn), Math.cos(turn))
  }
  return out
}

/** A logger's positions drift by this much at the most, m. The median over this time finds the drift, s: no corner lasts that long. */
const MOST_DRIFT_M = 1.2
const DRIFT_OVER_S = 26
const DRIFT_EVERY_S = 0.5

/**
 * Offsets without the slow drift of a logger's positions, which is the median distance from the planned line over half a minute. A miss
 * at one corner is too short to affect it.
 */
function withoutDrift({ track, line }: PlanSolution, { timeS, alongM, offsetM }: Placed): Float64Array {
  const off = offsetM.map((n, i) => (Number.isNaN(alongM[i]!) ? NaN : n - valueAt(track, line.offsetM, wrapStation(track, alongM[i]!))))
  const [begins, ends] = [timeS[0]!, timeS.at(-1)!]
  const spots = Math.max(2, Math.ceil((ends - begins) / DRIFT_EVERY_S))
  const sums = new Float64Array(spots)
  const counts = new Float64Array(spots)
  off.forEach((m, i) => {
    const k = Math.min(spots - 1, Math.floor((timeS[i]! - begins) / DRIFT_EVERY_S))
    if (Number.isNaN(m)) return
    sums[k]! += m
    counts[k]! += 1
  })
  const half = Math.round(DRIFT_OVER_S / 2 / DRIFT_EVERY_S)
  const drift = Array.from({ length: spots }, (_, k) => {
    const near: number[] = []
    for (let j = Math.max(0, k - half); j <= Math.min(spots - 1, k + half); j++) if (counts[j]! > 0) near.push(sums[j]! / counts[j]!)
    near.sort((a, b) => a - b)
    const middle = near[Math.floor(near.length / 2)] ?? 0
    return Math.min(MOST_DRIFT_M, Math.max(-MOST_DRIFT_M, middle))
  })
  return offsetM.map((n, i) => n - drift[Math.min(spots - 1, Math.floor((timeS[i]! - begins) / DRIFT_EVERY_S))]!)
}

const PLANNED_LAPS = 3

/** Three laps of the plan as if they had been driven and recorded, so that plan and drive are measured in the same way. */
export function plannedDrive(plan: PlanSolution): Drive {
  const { track, trace, path, line } = plan
  const n = track.count
  const laps = (of: (i: number, lap: number) => number) =>
    Float64Array.from({ length: PLANNED_LAPS * n }, (_, k) => of(k % n, Math.floor(k / n)))
  const hardest = trace.brakeMps2.reduce((a, b) => Math.max(a, b), 1e-6)
  return {
    timeS: laps((i, lap) => trace.timeS[i]! + lap * trace.lapTimeS),
    alongM: laps((i, lap) => track.stationM[i]! + lap * track.lengthM),
    offsetM: laps((i) => line.offsetM[i]!),
    speedMps: laps((i) => trace.speedMps[i]!),
    curvaturePerM: laps((i) => path.curvaturePerM[i]!),
    longMps2: laps((i) => trace.axMps2[i]!),
    brake: laps((i) => trace.brakeMps2[i]! / hardest),
    throttle: laps((i) => trace.throttleShare[i]!),
    // the wheel follows the bend of the path; only the number of steps is compared
    steerRad: laps((i) => path.curvaturePerM[i]!),
    gear: laps((i) => trace.gear[i]!),
    rpm: null,
    redlineRpm: plan.vehicle.redlineRpm,
    wheelsMps: [],
    rateHz: n / trace.lapTimeS,
    has: { braking: true, bending: true, shifting: true },
  }
}

/** A planned station on a lap that begins at `lapM`, near the corner's turn-in rather than a lap away. */
export function alongOf(track: Track, lapM: number, nearM: number, stationM: number): number {
  return lapM + nearM + signedApart(track, nearM, stationM)
}
