import { placeAt, valueAt, wrapStation, type Track } from '../geometry/track'
import type { PlanSolution } from '../plan/solvePlan'
import { normalFrom, randomFrom } from '../random/random'
import { drivetrainOf } from '../vehicle/drivetrain'
import { habitAt, ownersOf, placesOf, type CornerPlaces, type DrivenFault } from './drivenFault'
import { coastsAt, paceAt, pedalsAt, type Pedals } from './faultyFeet'
import { acrossAt, type Across } from './faultyHands'
import { gearboxOf } from './gearbox'

/** What a simulated driver is asked to drive. */
export interface DriverInput {
  readonly plan: PlanSolution
  /** whole laps after the out lap, which begins halfway round */
  readonly laps: number
  readonly faults: readonly DrivenFault[]
  readonly seed: number
  /** 0 drives the plan as well as hands can; 1 is a usual student, a little different every time */
  readonly unsteady: number
}

/** A drive as it was, without a logger's noise; one entry for each step of `STEP_S`. */
export interface Driven {
  readonly timeS: number[]
  readonly x: number[]
  readonly y: number[]
  readonly headingRad: number[]
  readonly speedMps: number[]
  readonly throttle: number[]
  readonly brake: number[]
  readonly steerRad: number[]
  readonly gear: number[]
  readonly rpm: number[]
  /** the slowest wheel, m/s */
  readonly slowestWheelMps: number[]
  readonly longMps2: number[]
  readonly latMps2: number[]
  readonly lap: number[]
  /** whole laps, from crossing to crossing, s */
  readonly lapTimesS: number[]
}

export const STEP_S = 0.01
const MOST_STEPS = 500_000
/** Recorded on after the last whole lap, m. */
const TAIL_M = 120
const FULL_BRAKE_MPS2 = 10
/** Lags of hands and feet, s, and how fast a pedal goes from nothing to all, s. */
const HANDS_S = 0.09
const FOOT_S = 0.06
const PEDAL_S = 0.16
/** Looked ahead along the line, s, and at the least, m. */
const PREVIEW_S = 0.35
const LEAST_PREVIEW_M = 7
/** Acceleration asked for per m/s off the wanted speed, 1/s. */
const SPEED_GAIN = 1.1
/** A foot acts this long ahead, s. */
const FOOT_AHEAD_S = 0.14
/** Tyres that turn drag by this share of what they turn with. The plan leaves it out; a driver feeds it with the throttle. */
const SCRUB_SHARE = 0.05
/** What of the resistances grows with the speed squared, 1/m. */
const DRAG_PER_M = 0.0006
/** A wheel is turned this much for each radian of the front wheels. */
const STEERING_RATIO = 15
/** A locked wheel turns at this share of the car’s speed, and the brakes do this much less. */
const [STANDS_SHARE, LOST_SHARE] = [0.05, 0.15]
/** A tail that slides scrubs this much speed off, m/s², and the wheel is turned this share of its angle against it. */
const SLIDES_MPS2 = 1.5
const AGAINST_SHARE = 0.5
/** Tyres give up to this share more than the plan asks of them. */
const TYRE_RESERVE = 1.12

/**
 * Drives laps as a person would. It steers towards a point ahead on the line it wants, and works the pedals with lags and ramps. Its tyres
 * have a limit, so a fault has its real consequences.
 */
export function drive({ plan, laps, faults, seed, unsteady }: DriverInput): Driven {
  const { track, trace, vehicle } = plan
  const random = randomFrom(seed)
  const { rpmAt, driveMps2, topSpeedMps } = drivetrainOf(vehicle)
  const out: Driven = {
    ...{
      timeS: [],
      x: [],
      y: [],
      headingRad: [],
      speedMps: [],
      throttle: [],
      brake: [],
      steerRad: [],
      gear: [],
      rpm: [],
      slowestWheelMps: [],
    },
    ...{ longMps2: [], latMps2: [], lap: [], lapTimesS: [] },
  }
  const limitMps2 = TYRE_RESERVE * trace.ayMps2.reduce((most, a) => Math.max(most, Math.abs(a)), 1)
  const brakeMps2 = Math.min(FULL_BRAKE_MPS2, 1.15 * trace.brakeMps2.reduce((most, a) => Math.max(most, a), 1))
  const resistanceMps2 = resistances(plan)
  const corners = placesOf(plan)
  const owners = ownersOf(track, corners)
  const habitsOn = (lap: number) => corners.map((places) => habitOf(places, lap, faults, random, unsteady))
  let habits = habitsOn(0)
  let lap = 0
  let s = track.lengthM * 0.5
  let n = valueAt(track, plan.line.offsetM, s)
  let v = valueAt(track, trace.speedMps, s)
  const gearbox = gearboxOf(vehicle, v, STEP_S)
  let [psi, kappa, throttle, brake, sliding] = [0, 0, 0, 0, 0]
  let [lapBeganS, steps] = [NaN, 0]
  const memory = new Map<string, number>()
  for (; (lap <= laps || s < TAIL_M) && steps < MOST_STEPS; steps++) {
    const now = steps * STEP_S
    const aheadM = Math.max(LEAST_PREVIEW_M, PREVIEW_S * v)
    const station = wrapStation(track, s)
    const [aheadS, soonS] = [wrapStation(track, s + aheadM), wrapStation(track, s + FOOT_AHEAD_S * v)]
    const habit = habitAt(plan, habits, owners, station)
    const habitAhead = habitAt(plan, habits, owners, aheadS)
    const habitSoon = habitAt(plan, habits, owners, soonS)
    coastsAt(plan, habitAhead, aheadS, now, memory)
    coastsAt(plan, habitSoon, soonS, now, memory)
    const pedals = pedalsAt(plan, habit, station, { coasts: coastsAt(plan, habit, station, now, memory), nowS: now, memory })
    const way = acrossAt(plan, habit, station)
    const felt = (FELT_SHARE * limitMps2) / (v * v)
    const asked = Math.max(
      -felt,
      Math.min(felt, steerTo({ n, psi, aheadM, way, ahead: acrossAt(plan, habitAhead, aheadS), steps: pedals.steps, memory })),
    )
    kappa += ((asked - kappa) * STEP_S) / (HANDS_S + STEP_S)
    const grip = Math.min(1, limitMps2 / Math.max(1e-6, v * v * Math.abs(kappa)))
    const bend = kappa * grip
    const centre = valueAt(track, track.curvaturePerM, station)
    const dragMps2 =
      valueAt(track, resistanceMps2, station) +
      DRAG_PER_M * (v * v - valueAt(track, trace.speedMps, station) ** 2) +
      SCRUB_SHARE * v * v * Math.abs(bend)
    const soon = paceAt(plan, habitSoon, soonS)
    const missingMps = soon.speedMps - v - soon.planLongMps2 * FOOT_AHEAD_S
    const wantedMps2 = pedals.longMps2 ?? SPEED_GAIN * missingMps + soon.planLongMps2
    const most = driveMps2(v) + 1e-6
    const braking = pedals.noPedals ? 0 : Math.max(0, -wantedMps2 - dragMps2) / brakeMps2
    const pushing = pedals.noPedals || braking > 0.01 ? 0 : Math.min(pedals.throttleCap, Math.max(0, (wantedMps2 + dragMps2) / most))
    brake = pedal(brake, Math.min(1, pedals.brakeCap === null ? braking : Math.min(braking, pedals.brakeCap)))
    throttle = pedal(throttle, brake > 0.05 ? 0 : pushing)
    const slipping = brake * brakeMps2 > limitMps2 ? limitMps2 / (brake * brakeMps2) : 1
    const pull = v < topSpeedMps && !gearbox.isCut(v) ? throttle * most : 0
    const isLocked = pedals.locks && brake > 0.05
    const pressed = brake * brakeMps2 * slipping * (isLocked ? 1 - LOST_SHARE : 1)
    const long = pull - dragMps2 - pressed - sliding * SLIDES_MPS2
    gearbox.work({ nowS: now, speedMps: v, brake, throttle, pedals })
    const gear = gearbox.gear()
    sliding += ((pedals.slides ? 1 : 0) - sliding) * (STEP_S / (HANDS_S + STEP_S))
    record(out, track, {
      now,
      s,
      n,
      psi,
      v,
      throttle,
      brake,
      gear,
      bend,
      long,
      lap,
      vehicle,
      rpm: rpmAt(v, gear),
      slowestWheelMps: isLocked ? STANDS_SHARE * v : v,
      wheelPerM: kappa * (1 - (1 + AGAINST_SHARE) * sliding),
    })
    const ds = (v * Math.cos(psi)) / Math.max(0.2, 1 - n * centre)
    const before = s
    s += ds * STEP_S
    n += v * Math.sin(psi) * STEP_S
    psi += (v * bend - centre * ds) * STEP_S
    v = Math.max(2, v + long * STEP_S)
    if (s >= track.lengthM) {
      const crossed = now + ((track.lengthM - before) / (s - before)) * STEP_S
      if (!Number.isNaN(lapBeganS) && lap <= laps) out.lapTimesS.push(crossed - lapBeganS)
      lapBeganS = crossed
      s -= track.lengthM
      lap++
      habits = habitsOn(lap)
      memory.clear()
    }
  }
  return out
}

/** What slows the plan's car at each sample beside its brakes: drag, rolling and slope, m/s². */
function resistances({ trace, vehicle }: PlanSolution): Float64Array {
  const { driveMps2 } = drivetrainOf(vehicle)
  return trace.axMps2.map((a, i) => trace.throttleShare[i]! * driveMps2(trace.speedMps[i]!) - trace.brakeMps2[i]! - a)
}

const pedal = (now: number, wanted: number): number => {
  const step = ((wanted - now) * STEP_S) / (FOOT_S + STEP_S)
  return now + Math.sign(step) * Math.min(Math.abs(step), STEP_S / PEDAL_S)
}

interface Steering {
  n: number
  psi: number
  aheadM: number
  way: Across
  ahead: Across
  steps: Pedals['steps']
  memory: Map<string, number>
}

/** Who feels the front slide winds on no more than this share of what it can do. */
const FELT_SHARE = 1.5
/** Hands that go in steps turn so much of the whole at first: with less, the car would be far off its line before the last step. */
const FIRST_BITE = 0.5
/** Between two bites a driver goes this share of the way through the turn. */
const BITE_SHARE = 0.2

/** The bend that leads to the point ahead: that of the line, and what brings the car back to it. */
function steerTo({ n, psi, aheadM, way, ahead, steps, memory }: Steering): number {
  const off = way.offsetM - n
  const turned = way.slope - psi
  const wanted = (way.bendPerM + ahead.bendPerM) / 2 + (1.6 * off) / aheadM ** 2 + (1.5 * turned) / aheadM
  // hands that go in steps hold the wheel in between
  if (steps === null) return wanted
  const step = Math.floor(steps.share * steps.count)
  if (memory.get('step') !== step) {
    memory.set('step', step)
    memory.set('bitten', steps.share)
    const share = FIRST_BITE + ((1 - FIRST_BITE) * step) / Math.max(1, steps.count - 1)
    memory.set('held', steps.peakPerM * Math.min(1, share))
    return memory.get('held')!
  }
  // far off the line the hands take another bite, and hold again
  if (Math.abs(off) > 1.5 && steps.share > (memory.get('bitten') ?? -1) + BITE_SHARE) {
    memory.set('bitten', steps.share)
    memory.set('held', wanted)
  }
  return memory.get('held')!
}

function habitOf(places: CornerPlaces, lap: number, faults: readonly DrivenFault[], random: () => number, unsteady: number) {
  const spread = (of: number) => of * unsteady * Math.max(-2, Math.min(2, normalFrom(random)))
  return {
    places,
    fault: faults.find((one) => one.lap === lap && one.corner === places.number) ?? null,
    brakeLaterM: spread(1.4) - unsteady,
    speedShare: 1 - 0.008 * unsteady + spread(0.006),
    offsetM: spread(0.12),
  }
}
export type Habit = ReturnType<typeof habitOf>

interface Now {
  now: number
  s: number
  n: number
  psi: number
  v: number
  throttle: number
  brake: number
  gear: number
  bend: number
  long: number
  lap: number
  rpm: number
  slowestWheelMps: number
  /** the bend that the wheel asks for */
  wheelPerM: number
  vehicle: PlanSolution['vehicle']
}

function record(
  out: Driven,
  track: Track,
  { now, s, n, psi, v, throttle, brake, gear, bend, long, lap, rpm, slowestWheelMps, wheelPerM, vehicle }: Now,
): void {
  const { x, y } = placeAt(track, wrapStation(track, s), n)
  out.timeS.push(now)
  out.x.push(x)
  out.y.push(y)
  out.headingRad.push(valueAt(track, track.headingRad, wrapStation(track, s)) + psi)
  out.speedMps.push(v)
  out.throttle.push(throttle)
  out.brake.push(brake)
  out.steerRad.push(STEERING_RATIO * Math.atan(vehicle.wheelbaseM * wheelPerM))
  out.gear.push(gear)
  out.rpm.push(rpm)
  out.slowestWheelMps.push(slowestWheelMps)
  out.longMps2.push(long)
  out.latMps2.push(v * v * bend)
  out.lap.push(lap)
}
