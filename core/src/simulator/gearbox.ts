import type { Vehicle } from '@ochote/contracts'
import { drivetrainOf } from '../vehicle/drivetrain'
import type { Pedals } from './faultyFeet'

/** From this much brake on, a driver shifts down for the speed that comes: this share of the one now. */
const BRAKES_ON = 0.15
const BRAKED_TO = 0.85
/** Off the brakes, a driver shifts down once it is slower by this share, so that nobody shifts to and fro. */
const WELL_BELOW = 1.05
const BETWEEN_SHIFTS_S = 0.4
/** A driver who shifts up early does so as the engine gets there, with the throttle this far open for so long, s. */
const WIDE_OPEN = 0.9
const WIDE_OPEN_S = 0.35
/** The limiter cuts in at its own speed; an engine that is cut falls by less than this and is at it all the same. */
const [CUT, AT_LIMITER] = [0.998, 0.99]

interface Now {
  readonly nowS: number
  readonly speedMps: number
  readonly brake: number
  readonly throttle: number
  readonly pedals: Pedals
}

/** A gearbox and the hand that works it. */
export interface Gearbox {
  readonly gear: () => number
  /** whether the limiter takes the drive away */
  readonly isCut: (speedMps: number) => boolean
  /** what the hand does in the next moment; once for each step */
  readonly work: (now: Now) => void
}

/** @param stepS - time between two looks */
export function gearboxOf(vehicle: Vehicle, startMps: number, stepS: number): Gearbox {
  const { gearAt, rpmAt } = drivetrainOf(vehicle)
  let [gear, shiftedS, openSinceS] = [gearAt(startMps), -Infinity, Infinity]
  // faults last from their corner until the brakes of the next
  let [shortByRpm, isShort, wasBelow, limiterS, wasAtLimiter] = [0, false, false, 0, false]
  const isOver = (speedMps: number, share: number) => rpmAt(speedMps, gear) >= share * vehicle.redlineRpm
  return {
    gear: () => gear,
    isCut: (speedMps) => limiterS > 0 && isOver(speedMps, CUT),
    work({ nowS, speedMps, brake, throttle, pedals }) {
      const brakes = brake > BRAKES_ON
      if (brakes) [shortByRpm, isShort, wasBelow, limiterS, wasAtLimiter] = [0, false, false, 0, false]
      else {
        if (!isShort) shortByRpm = Math.max(shortByRpm, pedals.shortByRpm)
        if (!wasAtLimiter) limiterS = Math.max(limiterS, pedals.limiterS)
      }
      openSinceS = throttle > WIDE_OPEN ? Math.min(openSinceS, nowS) : Infinity
      if (limiterS > 0 && isOver(speedMps, AT_LIMITER)) {
        wasAtLimiter = true
        limiterS = Math.max(0, limiterS - stepS)
      }
      const down = brakes ? gearAt(speedMps * BRAKED_TO) : gearAt(speedMps * WELL_BELOW)
      const lower = pedals.keepsGear || isShort ? gear : Math.min(gear, down)
      const isDue = shortByRpm > 0 && rpmAt(speedMps, gear) > vehicle.shiftRpm - shortByRpm
      wasBelow ||= shortByRpm > 0 && !isDue
      const isEarly = isDue && wasBelow && !isShort && nowS - openSinceS > WIDE_OPEN_S
      const usual = isEarly ? gear + 1 : gearAt(speedMps)
      const best = usual > gear && !brakes && limiterS === 0 ? usual : lower
      const wanted = Math.max(1, Math.min(vehicle.gears.length, best + pedals.gearsUp))
      const next = gear + Math.sign(wanted - gear)
      const isAllowed = next > gear || rpmAt(speedMps, next) < vehicle.redlineRpm
      if (next === gear || !isAllowed || nowS - shiftedS <= BETWEEN_SHIFTS_S) return
      if (isEarly && next > gear) isShort = true
      gear = next
      shiftedS = nowS
    },
  }
}
