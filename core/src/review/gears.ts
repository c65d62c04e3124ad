import type { Vehicle } from '@ochote/contracts'
import type { PlanSolution } from '../plan/solvePlan'
import { drivetrainOf } from '../vehicle/drivetrain'
import { holds, indexAt, longest } from './along'
import type { Drive } from './drive'
import type { Pass, Places } from './passes'

/** How many gears off the driver is when the throttle is open again. Close to a shift point, either gear is right. */
export function wrongGears({ vehicle }: PlanSolution, { gear, gearMps }: Pass): number {
  const { gearAt } = drivetrainOf(vehicle)
  const apart = [0.94, 1, 1.06].map((share) => gear! - gearAt(gearMps * share))
  return apart.every((n) => n > 0) || apart.every((n) => n < 0) ? Math.min(...apart.map(Math.abs)) : 0
}

const WIDE_OPEN = 0.9
/** An engine speed is looked at this long before the gear changes, s. */
const BEFORE_SHIFT_S = 0.3

/** The earliest shift up at full throttle between the apex and the next corner: how far below the plan’s shift point, 1/min. */
export function earliestUpshift({ vehicle }: PlanSolution, drive: Drive, { apexM, toM }: Places): { byRpm: number; atM: number } | null {
  const { timeS, alongM, gear, rpm, throttle } = drive
  if (!gear || !rpm || !throttle) return null
  let found: { byRpm: number; atM: number } | null = null
  for (let i = indexAt(alongM, apexM) + 1; i <= indexAt(alongM, toM); i++) {
    const before = indexAt(timeS, timeS[i]! - BEFORE_SHIFT_S)
    if (!(gear[i]! > gear[i - 1]!) || gear[before]! !== gear[i - 1]! || throttle[before]! < WIDE_OPEN) continue
    const byRpm = vehicle.shiftRpm - rpm[before]!
    if (!found || byRpm > found.byRpm) found = { byRpm, atM: alongM[i]! }
  }
  return found
}

const AT_LIMITER = 0.995

export const atLimiter = ({ vehicle }: PlanSolution, { timeS, alongM, rpm }: Drive, { fromM, toM }: Places): number =>
  longest(timeS, indexAt(alongM, fromM), indexAt(alongM, toM), (i) => rpm![i]! >= AT_LIMITER * vehicle.redlineRpm)

/** Where the last change down between two samples ended, m along; null where there was none. */
export function lastDown({ alongM, gear }: Drive, from: number, to: number): number | null {
  for (let i = to; i > from; i--) if (gear![i]! < gear![i - 1]!) return alongM[i]!
  return null
}

/** An engine this far over its limit was pushed there by the wheels: its own limiter holds it below. */
const OVER_SHARE = 1.02
/** The engine is up to the speed of a lower gear within this, s. */
const TAKES_HOLD_S = 0.5

/** How far a car went with the engine beyond its limit after a change down between two samples, and where it changed; null where it never did. */
export function rushedDown(
  { timeS, alongM, gear, rpm, redlineRpm }: Drive,
  from: number,
  to: number,
): { readonly byM: number; readonly atM: number } | null {
  if (!gear || !rpm) return null
  const isOver = (i: number) => rpm[i]! > OVER_SHARE * redlineRpm
  let most: { byM: number; atM: number } | null = null
  for (let i = from + 1; i <= to; i++) {
    if (!(gear[i]! < gear[i - 1]!)) continue
    let end = i
    while (end < to && (isOver(end) || timeS[end]! - timeS[i]! < TAKES_HOLD_S)) end++
    while (end > i && !isOver(end)) end--
    const byM = alongM[end]! - alongM[i]!
    if (isOver(end) && byM > (most?.byM ?? 0)) most = { byM, atM: alongM[i]! }
  }
  return most
}

/** An engine speed belongs to a gear when it is this near what the wheels' speed makes of it, as a share. Neighbouring gears are further apart. */
const OF_GEAR_SHARE = 0.07
/** A gear counts once it is in for so long, s: while the clutch slips, engine speeds pass those of other gears. */
const IN_GEAR_S = 0.2
/** Slower than this, the clutch slips, m/s. */
const ROLLING_MPS = 5
/** Engine speeds of which less than this share belongs to any gear are those of another vehicle. */
const LEAST_FITTING_SHARE = 0.6

/** Gears worked out from engine speed and road speed; null where they do not fit the vehicle's gears. Until another gear is in, the last one counts. */
export function gearsFromRpm(vehicle: Vehicle, timeS: Float64Array, speedMps: Float64Array, rpm: Float64Array): Float64Array | null {
  const { rpmAt } = drivetrainOf(vehicle)
  const numbers = vehicle.gears.map((_, k) => k + 1)
  const off = (i: number, gear: number) => Math.abs(rpm[i]! / rpmAt(speedMps[i]!, gear) - 1)
  const at = timeS.map((_, i) => {
    if (!(speedMps[i]! > ROLLING_MPS) || Number.isNaN(rpm[i]!)) return NaN
    const nearest = numbers.reduce((best, gear) => (off(i, gear) < off(i, best) ? gear : best))
    return off(i, nearest) < OF_GEAR_SHARE ? nearest : NaN
  })
  const rolling = speedMps.reduce((count, v) => count + (v > ROLLING_MPS ? 1 : 0), 0)
  const fitting = at.reduce((count, gear) => count + (Number.isNaN(gear) ? 0 : 1), 0)
  if (fitting === 0 || fitting < LEAST_FITTING_SHARE * rolling) return null
  const gears = new Float64Array(at.length)
  let last = at.find((gear) => !Number.isNaN(gear))!
  for (let i = 0; i < at.length; i++) {
    const isIn = at[i]! !== last && !Number.isNaN(at[i]!) && holds(timeS, i, IN_GEAR_S, (k) => at[k] === at[i])
    if (isIn) last = at[i]!
    gears[i] = last
  }
  return gears
}
