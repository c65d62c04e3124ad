import type { Setup, Vehicle } from '@ochote/contracts'
import { forcesAlong, type Forces } from '../vehicle/forces'
import type { Road } from '../vehicle/road'
import { applyShifts, type ShiftedSpeeds } from './shifts'

/** Speed along a line and what follows from it; every array has one entry for each sample. */
export interface SpeedTrace {
  readonly speedMps: Float64Array
  /** acceleration along the line, forward positive */
  readonly axMps2: Float64Array
  /** acceleration across the line, v²κ, left positive */
  readonly ayMps2: Float64Array
  /** deceleration by the brakes alone, without the resistances, ≥ 0 */
  readonly brakeMps2: Float64Array
  /** the drive at the wheels, ≥ 0 */
  readonly driveMps2: Float64Array
  /** share of what the engine can give at that speed, 0…1; an upshift does not count as a lift */
  readonly throttleShare: Float64Array
  readonly gear: Float64Array
  /** time since station 0 */
  readonly timeS: Float64Array
  /** the whole lap, or an open course from end to end */
  readonly lapTimeS: number
  readonly lineLengthM: number
  /** samples where an upshift begins */
  readonly upshifts: readonly number[]
}

export type DrivingSetup = Pick<Setup, 'pace' | 'brakingSchool' | 'conditions'>

/** The start and end speeds of a closed circuit agree to this. */
const AGREEMENT_MPS = 0.01
const MOST_LAPS = 6
const DEFAULT_START_SPEED_MPS = 10
/** Above this product of step and stiffness, an explicit step would oscillate, so an implicit step is taken. */
const STIFF = 1

/**
 * One step of dq/ds = 2·rate(q): Heun's method, or backward Euler where the rate falls so steeply with q that Heun would
 * oscillate (near the tyres' limit, √(1 − u²) has an unbounded slope).
 * @param stepM - length of the step, > 0
 * @param capQ - q may not exceed this at the far end
 */
function stepQ(rate: Forces['gainingMps2'], from: number, to: number, q: number, stepM: number, capQ: number): number {
  const a0 = rate(from, q)
  const predicted = Math.max(0.01, Math.min(capQ, q + 2 * stepM * a0))
  const a1 = rate(to, predicted)
  if (2 * stepM * (a0 - a1) <= STIFF * (predicted - q) || predicted === q) return Math.min(capQ, Math.max(0.01, q + stepM * (a0 + a1)))
  let low = Math.min(q, predicted, q + 2 * stepM * a1)
  let high = Math.min(capQ, Math.max(q, predicted, q + 2 * stepM * a1))
  if (low > high) return capQ
  for (let k = 0; k < 24; k++) {
    const middle = (low + high) / 2
    if (middle - q - 2 * stepM * rate(to, middle) > 0) high = middle
    else low = middle
  }
  return Math.max(0.01, high)
}

const lowest = (values: Float64Array) => values.reduce((at, v, i) => (v < values[at]! ? i : at), 0)

/** Backward braking pass: the highest q at each sample from which every limit ahead can still be met. */
function brakingPass(road: Road, forces: Forces): Float64Array {
  const q = forces.limitQ.slice()
  const n = q.length
  if (!road.closed) {
    for (let i = n - 2; i >= 0; i--) q[i] = stepQ(forces.slowingMps2, i + 1, i, q[i + 1]!, road.stepM[i]!, q[i]!)
    return q
  }
  const start = lowest(q)
  for (let lap = 0; lap < MOST_LAPS; lap++) {
    const before = Math.sqrt(q[start]!)
    for (let k = 1; k <= n; k++) {
      const i = (start - k + n) % n
      q[i] = stepQ(forces.slowingMps2, (i + 1) % n, i, q[(i + 1) % n]!, road.stepM[i]!, q[i]!)
    }
    if (Math.abs(Math.sqrt(q[start]!) - before) < AGREEMENT_MPS) break
  }
  return q
}

/** Forward driving pass below the braking pass. */
function drivingPass(road: Road, forces: Forces, brakingQ: Float64Array, startSpeedMps: number): Float64Array {
  const q = brakingQ.slice()
  const n = q.length
  if (!road.closed) {
    q[0] = Math.min(q[0]!, startSpeedMps * startSpeedMps)
    for (let i = 1; i < n; i++) q[i] = stepQ(forces.gainingMps2, i - 1, i, q[i - 1]!, road.stepM[i - 1]!, q[i]!)
    return q
  }
  const start = lowest(q)
  for (let lap = 0; lap < MOST_LAPS; lap++) {
    const before = Math.sqrt(q[start]!)
    for (let k = 1; k <= n; k++) {
      const i = (start + k) % n
      const last = (start + k - 1) % n
      q[i] = stepQ(forces.gainingMps2, last, i, q[last]!, road.stepM[last]!, brakingQ[i]!)
    }
    if (Math.abs(Math.sqrt(q[start]!) - before) < AGREEMENT_MPS) break
  }
  return q
}

/**
 * The quasi-steady speed along a line (docs/model.md, Speed): lateral limit, backward braking pass and forward driving pass in
 * v², then the time lost to upshifts. Time by the trapezium rule for 1/v.
 * @param options.startSpeedMps - speed at the start of an open course; default 10 m/s
 * @param options.forces - for the same road, vehicle and set-up, where they are already computed
 * @param options.capQ - v² that must not be exceeded at each sample, even where the vehicle could go faster
 */
export function speedAlong(
  road: Road,
  vehicle: Vehicle,
  setup: DrivingSetup,
  options: { startSpeedMps?: number; capQ?: Float64Array; forces?: Forces } = {},
): SpeedTrace {
  const able = options.forces ?? forcesAlong(road, vehicle, setup)
  const { capQ } = options
  const forces = capQ ? { ...able, limitQ: able.limitQ.map((q, i) => Math.min(q, capQ[i]!)) } : able
  const brakingQ = brakingPass(road, forces)
  const steadyQ = drivingPass(road, forces, brakingQ, options.startSpeedMps ?? DEFAULT_START_SPEED_MPS)
  return traceOf(road, forces, applyShifts(road, vehicle, forces, steadyQ))
}

/** What follows from speeds along a road: accelerations, pedals, times. */
export function traceOf(road: Road, forces: Forces, { q, gear, upshifts, interrupted }: ShiftedSpeeds): SpeedTrace {
  const n = q.length
  const speedMps = q.map(Math.sqrt)
  const axMps2 = new Float64Array(n)
  const ayMps2 = new Float64Array(n)
  const brakeMps2 = new Float64Array(n)
  const driveMps2 = new Float64Array(n)
  const throttleShare = new Float64Array(n)
  const timeS = new Float64Array(n)
  let time = 0
  let length = 0
  for (let i = 0; i < n; i++) {
    const before = i > 0 ? i - 1 : road.closed ? n - 1 : 0
    const after = i < n - 1 ? i + 1 : road.closed ? 0 : n - 1
    const span = (before === i ? 0 : road.stepM[before]!) + (after === i ? 0 : road.stepM[i]!)
    axMps2[i] = (q[after]! - q[before]!) / (2 * span)
    ayMps2[i] = q[i]! * road.curvaturePerM[i]!
    const resistance = forces.resistanceMps2(i, q[i]!)
    brakeMps2[i] = Math.max(0, -axMps2[i]! - resistance)
    driveMps2[i] = Math.max(0, axMps2[i]! + resistance)
    const share = driveMps2[i]! / Math.max(1e-9, forces.drivetrain.driveMps2(speedMps[i]!))
    throttleShare[i] = interrupted[i] ? 1 : Math.min(1, share)
    timeS[i] = time
    if (after !== i && (road.closed || after > i)) {
      time += stepTime(road.stepM[i]!, speedMps[i]!, speedMps[after]!)
      length += road.stepM[i]!
    }
  }
  return { speedMps, axMps2, ayMps2, brakeMps2, driveMps2, throttleShare, gear, timeS, lapTimeS: time, lineLengthM: length, upshifts }
}

/** Trapezium rule for 1/v; from a standstill, where 1/v is unbounded, the time of constant acceleration. */
function stepTime(stepM: number, v0: number, v1: number): number {
  return Math.min(v0, v1) < 1 ? (2 * stepM) / (v0 + v1) : (stepM / 2) * (1 / v0 + 1 / v1)
}
