import type { Runner } from '@ochote/contracts'
import { stintRecord, timedLaps } from '@ochote/core'
import type { LoggedStint } from '../../stintLog/useDayLogs'
import type { SessionStint } from '../SolvedSession'

/** Laps that are enough to say how fast someone is, and how evenly. */
const ENOUGH_LAPS = 4
/** Without a record, a student’s lap is the plan’s times this, and its spreads these shares of it. */
export const USUAL_FACTOR = 1.1
export const USUAL_DAY_SPREAD = 0.02
export const USUAL_LAP_SPREAD = 0.01

/** A runner, and what its times are from. */
export interface SourcedRunner extends Runner {
  /** laps of the student’s own that it is from; 0 where it is from the plan */
  readonly ownLaps: number
}

/** The runners of a session: from each student’s own laps of the day where there are enough, else from the plan. */
export function runnersOf(
  stints: readonly SessionStint[],
  logged: readonly LoggedStint[],
  nameOf: (studentId: string) => string,
): SourcedRunner[] {
  return stints.map(({ stint, solution }) => {
    const laps = logged
      .filter((one) => one.stint.studentId === stint.studentId)
      .flatMap((one) => timedLaps(stintRecord(one.log)).slice(1)) // the first lap is the out lap
      .flatMap(({ timeS }) => timeS ?? [])
    const base = { id: stint.id, name: nameOf(stint.studentId) }
    if (laps.length < ENOUGH_LAPS) {
      const lapS = solution.trace.lapTimeS * USUAL_FACTOR
      return { ...base, lapS, daySpreadS: lapS * USUAL_DAY_SPREAD, lapSpreadS: lapS * USUAL_LAP_SPREAD, ownLaps: 0 }
    }
    const mean = laps.reduce((sum, lap) => sum + lap, 0) / laps.length
    const lapSpreadS = Math.sqrt(laps.reduce((sum, lap) => sum + (lap - mean) ** 2, 0) / (laps.length - 1))
    // one day does not say how someone differs from day to day
    return { ...base, lapS: mean, daySpreadS: mean * USUAL_DAY_SPREAD, lapSpreadS, ownLaps: laps.length }
  })
}
