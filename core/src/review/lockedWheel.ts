import { indexAt } from './along'
import type { Drive } from './drive'
import { brakes } from './pedals'
import type { Places } from './passes'

/** A wheel that turns at less than this share of the car’s speed is locked or nearly so: tyres grip most a tenth to a fifth below it. */
const LOCKED_SHARE = 0.7
/** Slower than this, wheel speeds are too coarse to tell, m/s. */
const ROLLING_MPS = 6
/** Braking may begin this much before the plan’s, m. */
const EARLIEST_M = 40

/** The longest time for which any one wheel was locked under braking on the way to the apex, s, and where it began; null where none was. */
export function lockedWheel(drive: Drive, { fromM, apexM }: Places): { forS: number; atM: number } | null {
  const { timeS, alongM, speedMps, wheelsMps } = drive
  const [from, to] = [indexAt(alongM, fromM - EARLIEST_M), indexAt(alongM, apexM)]
  let longest: { forS: number; atM: number } | null = null
  for (const wheel of wheelsMps) {
    let since = -1
    for (let i = from; i <= to; i++) {
      const isLocked = speedMps[i]! > ROLLING_MPS && brakes(drive, i) && wheel[i]! < LOCKED_SHARE * speedMps[i]!
      if (!isLocked) since = -1
      else if (since < 0) since = i
      const forS = since < 0 ? 0 : timeS[i]! - timeS[since]!
      if (forS > (longest?.forS ?? 0)) longest = { forS, atM: alongM[since]! }
    }
  }
  return longest
}
