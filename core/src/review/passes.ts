import { turnSign } from '../geometry/corners'
import type { SolvedCorner } from '../corners/solvedCorner'
import type { PlanSolution } from '../plan/solvePlan'
import { alongOf, type Drive } from './drive'

/** Planned places of a corner on a lap, m along. */
export interface Places {
  readonly corner: SolvedCorner
  /** braking or lift; null where the corner needs neither */
  readonly slowingM: number | null
  readonly turnInM: number
  readonly apexM: number
  readonly exitM: number
  /** from here this pass is measured, and to there */
  readonly fromM: number
  readonly toM: number
}

const BEFORE_M = 30

/** The planned places of every corner on a lap that begins at `lapM`, each pass up to the next one's. */
export function placesOn({ track, corners }: PlanSolution, lapM: number): Places[] {
  const own = corners.map((corner) => {
    const nearM = corner.points.turnIn?.stationM ?? corner.startM
    const at = (stationM: number | undefined, otherwise: number) => alongOf(track, lapM, nearM, stationM ?? otherwise)
    const slowing = (corner.points.brakeStart ?? corner.points.lift)?.stationM
    const slowingM = slowing === undefined ? null : at(slowing, nearM)
    const turnInM = lapM + nearM
    const apexM = Math.max(turnInM + 1, at(corner.points.apex?.stationM, nearM))
    const exitM = Math.max(apexM + 1, at(corner.points.exit?.stationM, corner.endM))
    return { corner, slowingM, turnInM, apexM, exitM, fromM: Math.min(slowingM ?? turnInM, turnInM) - BEFORE_M }
  })
  return own.map((places, k) => {
    const next = own[(k + 1) % own.length]!
    const toM = next.fromM + (k + 1 === own.length ? track.lengthM : 0)
    return { ...places, toM: Math.max(places.apexM + 1, toM) }
  })
}

/** What one pass through a corner showed; distances are along the track, m. Null is what can't be told. */
export interface Pass {
  readonly brakeStartM: number | null
  readonly brakeEndM: number | null
  /** share of the hardest of the drive */
  readonly brakePeak: number
  /** from the first touch to three fifths of the hardest, s */
  readonly brakeRiseS: number | null
  /** from half of the hardest to none, s */
  readonly brakeFallS: number | null
  readonly applications: number
  /** where the throttle was let go of; null where it was not */
  readonly liftM: number | null
  readonly minSpeedMps: number
  readonly minSpeedM: number
  readonly throttleOnM: number | null
  readonly fullThrottleM: number | null
  readonly lifts: number
  readonly coastS: number
  readonly steps: number | null
  /** towards the inside, m from the centreline: the nearest, and where it was */
  readonly insideM: number
  readonly insideAtM: number
  /** towards the outside at the planned exit, m from the centreline */
  readonly outsideM: number
  /** in use where the throttle is open again, and the speed there */
  readonly gear: number | null
  readonly gearMps: number
  /** where the path first bends by a good part of the most that it bends before the apex */
  readonly turnInM: number
}

const BRAKES_ON = 0.06
const BRAKED = 0.15
const THROTTLE_ON = 0.12
const THROTTLE_FULL = 0.93
const HOLDS_S = 0.15
/** Decelerations that are braking where the logger has no brake, m/s²: beyond what lifting does. */
const BRAKING_MPS2 = 2.2
const CURVED_BEFORE_M = 45
const TURNED_SHARE = 0.3
const EARLIEST_M = 70

/** Measures a pass (docs/model.md, Recorded laps). */
export function measurePass(drive: Drive, places: Places, previous: Places | null): Pass {
  const { timeS, alongM, speedMps, throttle, offsetM, gear } = drive
  const { corner, turnInM, apexM, exitM, toM } = places
  const sign = turnSign(corner)
  const at = (m: number) => indexAt(alongM, m)
  // braking may begin early, but not before the corner before it is over
  const searchM = Math.max((places.slowingM ?? turnInM) - EARLIEST_M, previous ? Math.min(previous.exitM, turnInM - 10) : -Infinity)
  const [from, turnIn, end] = [at(searchM), at(turnInM), at(toM)]
  const [minFrom, minTo] = [Math.max(from, at(turnInM - 10)), Math.min(end, at(exitM + 5))]
  let min = minFrom
  for (let i = minFrom; i <= minTo; i++) if (speedMps[i]! < speedMps[min]!) min = i
  const brake = brakingOf(drive, from, Math.max(min, at(apexM)))
  const after = brake ? brake.end : Math.min(turnIn, min)
  const power = throttle ? powerOf(drive, after, end) : null
  let inside = at(Math.max(turnInM, apexM - 30))
  for (let i = inside; i <= at(Math.min(exitM, apexM + 30)); i++) if (sign * offsetM[i]! > sign * offsetM[inside]!) inside = i
  const exit = at(exitM)
  const pulling = power?.full ?? exit
  return {
    brakeStartM: brake ? alongM[brake.start]! : null,
    brakeEndM: brake ? alongM[brake.end]! : null,
    brakePeak: brake?.peak ?? 0,
    brakeRiseS: brake && drive.brake ? brake.riseS : null,
    brakeFallS: brake && drive.brake ? brake.fallS : null,
    applications: brake?.applications ?? 0,
    liftM: throttle ? liftedAt(drive, from, min) : null,
    ...{ minSpeedMps: speedMps[min]!, minSpeedM: alongM[min]! },
    throttleOnM: power?.on == null ? null : alongM[power.on]!,
    fullThrottleM: power?.full == null ? null : alongM[power.full]!,
    lifts: power?.lifts ?? 0,
    coastS: throttle && drive.brake ? coasting(drive, brake?.start ?? after, power?.on ?? end) : 0,
    steps: drive.steerRad ? steeringSteps(drive, at(turnInM - 40), Math.max(at(apexM), inside)) : null,
    ...{ insideM: sign * offsetM[inside]!, insideAtM: alongM[inside]!, outsideM: -sign * offsetM[exit]! },
    gear: gear ? middleOf(gear, timeS, pulling) : null,
    gearMps: speedMps[pulling]!,
    turnInM: turnedAt(drive, turnIn, at(apexM), at(Math.max(turnInM - CURVED_BEFORE_M, previous?.exitM ?? -Infinity)), sign),
  }
}

/** The last sample not beyond a distance. */
export function indexAt(alongM: Float64Array, m: number): number {
  let [low, high] = [0, alongM.length - 1]
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (alongM[middle]! <= m) low = middle
    else high = middle
  }
  return low
}

/** A value at a distance, straight between samples. */
export function valueAlong({ alongM }: Pick<Drive, 'alongM'>, values: Float64Array, m: number): number {
  const i = indexAt(alongM, m)
  const j = Math.min(alongM.length - 1, i + 1)
  const span = alongM[j]! - alongM[i]!
  return span > 0 ? values[i]! + (values[j]! - values[i]!) * Math.min(1, Math.max(0, (m - alongM[i]!) / span)) : values[i]!
}

/** Whether a condition holds from a sample on for so long. */
function holds(timeS: Float64Array, from: number, forS: number, is: (i: number) => boolean): boolean {
  for (let i = from; i < timeS.length; i++) {
    if (!is(i)) return false
    if (timeS[i]! - timeS[from]! >= forS) return true
  }
  return false
}

interface Braking {
  start: number
  end: number
  peak: number
  riseS: number
  fallS: number
  applications: number
}

/** A second push is one where the brake was let go of to less than this share of the first, and pushed again by so much of it. */
const LET_GO_SHARE = 0.45
const AGAIN_SHARE = 0.25

function brakingOf({ timeS, brake, longMps2 }: Drive, from: number, to: number): Braking | null {
  const pushed = brake ?? longMps2.map((a) => Math.min(1, Math.max(0, (-a - BRAKING_MPS2 / 2) / 8)))
  const [on, hard] = brake ? [BRAKES_ON, BRAKED] : [BRAKING_MPS2 / 16, 0.14]
  let start = -1
  for (let i = from; i <= to && start < 0; i++) if (pushed[i]! > on && holds(timeS, i, HOLDS_S / 2, (k) => pushed[k]! > on / 2)) start = i
  if (start < 0) return null
  let [peak, end] = [start, start]
  for (let i = start; i <= to; i++) {
    if (pushed[i]! > pushed[peak]!) peak = i
    if (pushed[i]! > on) end = i
  }
  if (pushed[peak]! < hard) return null
  const firstOver = (share: number) => {
    let i = start
    while (i < peak && pushed[i]! < share * pushed[peak]!) i++
    return i
  }
  const lastOver = (share: number) => {
    let i = end
    while (i > peak && pushed[i]! < share * pushed[peak]!) i--
    return i
  }
  let [applications, most, least] = [1, 0, Infinity]
  for (let i = start; i <= end; i++) {
    most = Math.max(most, pushed[i]!)
    if (pushed[i]! < LET_GO_SHARE * most) least = Math.min(least, pushed[i]!)
    if (least < Infinity && pushed[i]! > least + AGAIN_SHARE * most && holds(timeS, i, HOLDS_S / 2, (k) => pushed[k]! > least)) {
      applications++
      ;[most, least] = [pushed[i]!, Infinity]
    }
  }
  return {
    ...{ start, end, applications, peak: pushed[peak]! },
    riseS: timeS[firstOver(0.6)]! - timeS[start]!,
    fallS: timeS[end]! - timeS[lastOver(0.5)]!,
  }
}

/** A lift is a throttle that falls by this much, and below this share of what it was, for so long. */
const LIFTED_BY = 0.2
const LIFTED_TO = 0.6
const LIFTED_S = 0.15
const SHIFTING_S = 0.5

function powerOf({ timeS, throttle, gear }: Drive, from: number, to: number): { on: number | null; full: number | null; lifts: number } {
  const open = throttle!
  let on = from
  while (on < to && !(open[on]! > THROTTLE_ON && holds(timeS, on, HOLDS_S, (k) => open[k]! > THROTTLE_ON / 2))) on++
  if (on >= to) return { on: null, full: null, lifts: 0 }
  const isShifting = (i: number) =>
    gear !== null &&
    gear[indexAt(timeS, timeS[i]! - SHIFTING_S)] !== gear[Math.min(gear.length - 1, indexAt(timeS, timeS[i]! + SHIFTING_S))]
  let full = on
  let [lifts, most] = [0, open[on]!]
  let isDown = false
  for (; full < to; full++) {
    const now = open[full]!
    if (!isDown && now >= THROTTLE_FULL && holds(timeS, full, HOLDS_S, (k) => open[k]! >= THROTTLE_FULL * 0.97)) break
    most = Math.max(most, now)
    const isLifted = (k: number) => open[k]! < Math.min(most - LIFTED_BY, LIFTED_TO * most)
    if (!isDown && isLifted(full) && holds(timeS, full, LIFTED_S, isLifted) && !isShifting(full)) {
      isDown = true
      lifts++
    } else if (isDown && now > THROTTLE_ON && !isLifted(full)) {
      isDown = false
      most = now
    }
  }
  return { on, full: full < to ? full : null, lifts }
}

/** Less than a driver rests on either pedal. */
const NO_PEDAL = 0.03

/** The longest time with neither pedal, s. */
function coasting({ timeS, brake, throttle }: Drive, from: number, to: number): number {
  let [longest, since] = [0, NaN]
  for (let i = from; i <= to; i++) {
    const isIdle = throttle![i]! < NO_PEDAL && brake![i]! < NO_PEDAL
    if (!isIdle) since = NaN
    else {
      if (Number.isNaN(since)) since = timeS[i]!
      longest = Math.max(longest, timeS[i]! - since)
    }
  }
  return longest
}

/** The wheel rests where it turns by less than this share of the fastest, for so long; a step is at least this share of the whole. */
const RESTS_SHARE = 0.14
const RESTS_S = 0.12
const STEP_SHARE = 0.12
/** Slower than this share of the fastest, the wheel is wound on, which is no step. */
const STEP_RATE_SHARE = 0.32

/** How many times the wheel is turned further in before the apex, with a rest between. */
function steeringSteps({ timeS, steerRad }: Drive, from: number, to: number): number {
  const steer = steerRad!
  let most = from
  for (let i = from; i <= to; i++) if (Math.abs(steer[i]!) > Math.abs(steer[most]!)) most = i
  const whole = Math.abs(steer[most]!)
  const direction = Math.sign(steer[most]!)
  let start = most
  while (start > from && direction * steer[start]! > 0.05 * whole) start--
  const rate = (i: number) => (direction * (steer[i + 1]! - steer[i - 1]!)) / (timeS[i + 1]! - timeS[i - 1]!)
  let fastest = 0
  for (let i = start + 1; i < most; i++) fastest = Math.max(fastest, rate(i))
  let [steps, movedFrom, restsSince, quickest] = [0, start, -1, 0]
  const end = (i: number) => {
    if (direction * (steer[i]! - steer[movedFrom]!) >= STEP_SHARE * whole && quickest >= STEP_RATE_SHARE * fastest) steps++
    ;[movedFrom, quickest] = [i, 0]
  }
  for (let i = start + 1; i < most; i++) {
    quickest = Math.max(quickest, rate(i))
    if (rate(i) >= RESTS_SHARE * fastest) {
      const hasRested = restsSince >= 0 && timeS[i]! - timeS[restsSince]! >= RESTS_S
      if (hasRested) [movedFrom, quickest] = [i - 1, rate(i)]
      restsSince = -1
    } else if (restsSince < 0) restsSince = i
    else if (timeS[i]! - timeS[restsSince]! >= RESTS_S && movedFrom < restsSince) end(restsSince)
  }
  end(most)
  return Math.max(1, steps)
}

/** Where the throttle is let go of on the way to the slowest sample, and stays so for a moment; null where it is not. */
function liftedAt({ timeS, throttle, alongM }: Drive, from: number, to: number): number | null {
  const isDown = (i: number) => throttle![i]! < LIFTED_THROTTLE
  for (let i = from; i <= to; i++) if (isDown(i) && holds(timeS, i, HOLDS_S, isDown)) return alongM[i]!
  return null
}
const LIFTED_THROTTLE = 0.5

/** Where the path turns in: the first place from where it bends by a share of the most that it bends before the apex, and goes on so. */
function turnedAt({ timeS, alongM, curvaturePerM }: Drive, turnIn: number, apex: number, from: number, sign: number): number {
  let most = 0
  for (let i = turnIn; i <= apex; i++) most = Math.max(most, sign * curvaturePerM[i]!)
  const bends = (i: number) => sign * curvaturePerM[i]! > TURNED_SHARE * most
  let i = from
  while (i < apex && !(bends(i) && holds(timeS, i, TURNS_S, bends))) i++
  return alongM[i]!
}
const TURNS_S = 0.3

/** The gear that is in for most of a second around a sample. */
function middleOf(gear: Float64Array, timeS: Float64Array, i: number): number {
  const near = gear.slice(indexAt(timeS, timeS[i]! - 0.5), indexAt(timeS, timeS[i]! + 0.5) + 1).sort()
  return near[Math.floor(near.length / 2)]!
}
