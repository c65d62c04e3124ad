import type { RateSlopes } from '../vehicle/rateSlopes'
import { BY_CURVATURE, BY_GRIP, BY_Q, noSlopes, VALUE } from '../vehicle/rateSlopes'

/** A line as the lap time depends on it; one entry for each sample. */
export interface MovedLine {
  readonly closed: boolean
  /** the line's own length from each sample to the next */
  readonly stepM: Float64Array
  readonly curvaturePerM: Float64Array
  readonly grip: Float64Array
}

/** Lap time and how it changes with each sample's curvature, step and grip. */
interface LapGradient {
  lapTimeS: number
  /** from each sample to the next */
  readonly secondsFrom: Float64Array
  readonly byCurvature: Float64Array
  readonly byStep: Float64Array
  readonly byGrip: Float64Array
  /** v² at each sample, (m/s)² */
  readonly q: Float64Array
}

const LEAST_Q = 0.01
/** A step that is over its cap by this many times the rounding has no effect. */
const FAR = 10
const NEWTON_STEPS = 14
const LEAST_SLOPE = 0.2
/** Newton's method stops when the next step is this small a share: its own error is then the square of that. */
const NEAR = 2e-4
/** From this share of the place where only the cap counts, a step is likely to end beyond it. */
const LIKELY = 0.99

/** How the end of one step depends on its inputs. */
interface Pass {
  readonly q: Float64Array
  readonly byCap: Float64Array
  readonly byQ: Float64Array
  readonly byStep: Float64Array
  readonly byCurvature: Float64Array
  readonly byGrip: Float64Array
}

function emptyPass(n: number): Pass {
  const column = () => new Float64Array(n)
  return {
    q: column(),
    byCap: column(),
    byQ: column(),
    byStep: column(),
    byCurvature: column(),
    byGrip: column(),
  }
}

const lowest = (values: Float64Array) => {
  let at = 0
  for (let i = 1; i < values.length; i++) if (values[i]! < values[at]!) at = i
  return at
}

/** A closed pass starts this many samples before the lowest place, where its starting value has no more effect. */
const RUN_UP = 80

/**
 * Makes a function that gives the lap time of a line through the two passes of the speed model (docs/model.md, Speed) and its
 * derivatives, by the adjoint method: going backwards through the passes costs about as much as two laps for any number of
 * unknowns. Upshifts are left out. The arrays are reused by the next call.
 * @param startSpeedMps - speed at the start of an open course
 * @param rounding - share of q over which the smaller of two limits is rounded, > 0
 */
export function lapGradientOf(rates: RateSlopes, count: number, startSpeedMps: number, rounding: number): (line: MovedLine) => LapGradient {
  const limit = new Float64Array(count)
  const limitByCurvature = new Float64Array(count)
  const limitByGrip = new Float64Array(count)
  const braking = emptyPass(count)
  const driving = emptyPass(count)
  const out: LapGradient = {
    lapTimeS: 0,
    secondsFrom: new Float64Array(count),
    byCurvature: new Float64Array(count),
    byStep: new Float64Array(count),
    byGrip: new Float64Array(count),
    q: driving.q,
  }
  const a = noSlopes()
  /** rate at the end of the step made last; in an array, because a number that changes would be allocated again at every step */
  const lastRate = new Float64Array(1)

  /**
   * One step of dq/ds = 2·rate from a sample to its neighbour under a cap, by backward Euler: x = q + 2·step·rate(x). It is only
   * first order, but the end of the step depends smoothly on the line however stiff the rate is.
   */
  const step = (pass: Pass, rate: RateSlopes['slowing'], line: MovedLine, from: number, to: number, stepM: number, cap: number) => {
    const curvature = line.curvaturePerM[to]!
    const grip = line.grip[to]!
    const q = pass.q[from]!
    const far = cap * (1 + FAR * rounding)
    let x = far // so far above the cap that only the cap counts
    let byQ = 0
    const guess = q + 2 * stepM * lastRate[0]!
    if (guess > LIKELY * far) rate(to, far, curvature, grip, a)
    if (guess <= LIKELY * far || far - q - 2 * stepM * a[VALUE]! > 0) {
      x = solve(rate, to, q, stepM, curvature, grip, far)
      byQ = x < far ? 1 / Math.max(LEAST_SLOPE, 1 - 2 * stepM * a[BY_Q]!) : 0
    }
    // the smaller of the two, rounded where they meet, so that the slowest place of a corner shares its weight with its
    // neighbours
    const apart = x - cap
    const rounded = Math.sqrt(apart * apart + rounding * cap * rounding * cap)
    const lean = apart / rounded
    const share = (byQ * (1 - lean)) / 2
    pass.q[to] = (x + cap - rounded) / 2
    pass.byCap[to] = (1 + lean - (rounding * rounding * cap) / rounded) / 2
    pass.byQ[to] = share
    pass.byStep[to] = share * 2 * a[VALUE]!
    pass.byCurvature[to] = share * 2 * stepM * a[BY_CURVATURE]!
    pass.byGrip[to] = share * 2 * stepM * a[BY_GRIP]!
  }

  /** The x of backward Euler below a bound, by Newton's method; stores the rate there in `a`. */
  const solve = (
    rate: RateSlopes['slowing'],
    to: number,
    q: number,
    stepM: number,
    curvature: number,
    grip: number,
    bound: number,
  ): number => {
    let low = LEAST_Q
    let high = bound
    let x = Math.min(bound, Math.max(LEAST_Q, q + 2 * stepM * lastRate[0]!))
    for (let k = 0; k < NEWTON_STEPS; k++) {
      rate(to, x, curvature, grip, a)
      const miss = x - q - 2 * stepM * a[VALUE]!
      if (miss > 0) high = x
      else low = x
      const slope = 1 - 2 * stepM * a[BY_Q]!
      const next = slope > 0 ? x - miss / slope : low
      if (Math.abs(next - x) < NEAR * x) {
        x = Math.min(bound, next)
        break
      }
      x = next > low && next < high ? next : (low + high) / 2
    }
    lastRate[0] = a[VALUE]! // the next step is likely to be like this one
    return x
  }

  // step k of a pass is made once for each sample; on a closed circuit, the run-up makes its steps once before
  const runUp = (line: MovedLine) => (line.closed ? Math.min(RUN_UP, count - 1) : 0)
  const stepsOf = (line: MovedLine) => (line.closed ? count : count - 1)
  const back = (line: MovedLine, k: number) => {
    const to = (slowest - k + 2 * count) % count
    step(braking, rates.slowing, line, (to + 1) % count, to, line.stepM[to]!, limit[to]!)
  }
  const on = (line: MovedLine, k: number) => {
    const to = (first + k + count) % count
    const from = (to - 1 + count) % count
    step(driving, rates.gaining, line, from, to, line.stepM[from]!, braking.q[to]!)
  }
  const walkBack = (line: MovedLine) => {
    const start = (slowest + runUp(line)) % count
    braking.q[start] = limit[start]!
    for (let k = 1 - runUp(line); k <= stepsOf(line); k++) back(line, k)
  }
  const walkOn = (line: MovedLine) => {
    const start = (first - runUp(line) + count) % count
    driving.q[start] = line.closed ? braking.q[start]! : Math.min(braking.q[start]!, startSpeedMps * startSpeedMps)
    for (let k = 1 - runUp(line); k <= stepsOf(line); k++) on(line, k)
  }
  const limits = (line: MovedLine) => {
    for (let i = 0; i < count; i++) {
      rates.limit(i, 0, line.curvaturePerM[i]!, line.grip[i]!, a)
      limit[i] = a[VALUE]!
      limitByCurvature[i] = a[BY_CURVATURE]!
      limitByGrip[i] = a[BY_GRIP]!
    }
  }
  const byQOfTime = new Float64Array(count)
  const byBraking = new Float64Array(count)
  const byLimit = new Float64Array(count)
  let slowest = 0
  let first = 0

  return (line) => {
    limits(line)
    slowest = line.closed ? lowest(limit) : count - 1
    walkBack(line)
    first = line.closed ? lowest(braking.q) : 0
    walkOn(line)
    time(line, driving.q, out, byQOfTime)
    out.byCurvature.fill(0)
    out.byGrip.fill(0)
    byBraking.fill(0)
    byLimit.fill(0)
    // backwards through the driving pass and its run-up, then through the braking pass and its run-up, then to the limits
    for (let k = stepsOf(line); k >= 1 - runUp(line); k--) {
      const to = (first + k + count) % count
      const from = (to - 1 + count) % count
      pull(driving, to, from, from, byQOfTime, byBraking, out)
    }
    if (!line.closed && driving.q[first] === braking.q[first]) byBraking[first] = byBraking[first]! + byQOfTime[first]!
    for (let k = stepsOf(line); k >= 1 - runUp(line); k--) {
      const to = (slowest - k + 2 * count) % count
      pull(braking, to, (to + 1) % count, to, byBraking, byLimit, out)
    }
    if (!line.closed) byLimit[slowest] = byLimit[slowest]! + byBraking[slowest]!
    for (let i = 0; i < count; i++) {
      out.byCurvature[i] = out.byCurvature[i]! + byLimit[i]! * limitByCurvature[i]!
      out.byGrip[i] = out.byGrip[i]! + byLimit[i]! * limitByGrip[i]!
    }
    return out
  }
}

/** Lap time by the trapezium rule for 1/v, with its derivatives by each step and each q. */
function time(line: MovedLine, q: Float64Array, out: LapGradient, byQ: Float64Array): void {
  const n = q.length
  byQ.fill(0)
  out.byStep.fill(0)
  let total = 0
  for (let i = 0; i < (line.closed ? n : n - 1); i++) {
    const j = (i + 1) % n
    const pace = (1 / Math.sqrt(q[i]!) + 1 / Math.sqrt(q[j]!)) / 2
    const stepM = line.stepM[i]!
    const seconds = stepM * pace
    out.secondsFrom[i] = seconds
    total += seconds
    out.byStep[i] = pace
    byQ[i] = byQ[i]! - stepM / (4 * q[i]! * Math.sqrt(q[i]!))
    byQ[j] = byQ[j]! - stepM / (4 * q[j]! * Math.sqrt(q[j]!))
  }
  out.lapTimeS = total
}

/** Passes the derivative by the end of a step on to the inputs of the step. */
function pull(pass: Pass, to: number, from: number, step: number, byEnd: Float64Array, byCap: Float64Array, out: LapGradient): void {
  const by = byEnd[to]!
  if (by === 0) return
  byCap[to] = byCap[to]! + by * pass.byCap[to]!
  byEnd[to] = 0 // passed on: the run-up comes here again
  byEnd[from] = byEnd[from]! + by * pass.byQ[to]!
  out.byStep[step] = out.byStep[step]! + by * pass.byStep[to]!
  out.byCurvature[to] = out.byCurvature[to]! + by * pass.byCurvature[to]!
  out.byGrip[to] = out.byGrip[to]! + by * pass.byGrip[to]!
}
