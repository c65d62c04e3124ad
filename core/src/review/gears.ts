import type { PlanSolution } from '../plan/solvePlan'
import { drivetrainOf } from '../vehicle/drivetrain'
import { indexAt, longest } from './along'
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
