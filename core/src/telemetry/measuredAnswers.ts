import type { PlanSolution } from '../plan/solvePlan'
import { correctionsToAskAbout, type FollowUp } from '../stintLog/followUp'
import type { StintRecord } from '../stintLog/stintRecord'
import type { LiveLap, LivePlace } from './liveLaps'
import { measurableCodes, measuredPass, resultOfMeasured } from './measuredPass'

/** A car as its logger reports it: its laps, where it is, and its places over the last minutes, oldest first. */
export interface FollowedCar {
  readonly place: LivePlace | null
  readonly laps: readonly LiveLap[]
  readonly places: readonly LivePlace[]
}

/** An answer to a correction that was called, measured from a pass. */
export interface MeasuredAnswer {
  readonly about: string
  readonly corner: string
  readonly lap: number
  readonly result: 'fixed' | 'better' | 'no change'
}

/** A corner so soon after the line is approached on the lap before, m; by so long before the line, ms. */
const SOON_AFTER_LINE_M = 150
const APPROACH_MS = 15_000
/** A logged lap and the logger's own begin within this of each other, ms. */
const SAME_LAP_MS = 15_000

/** Whatever was called and can be measured by now, for every later lap that has come past its corner. */
export function measuredAnswers(
  { corners, track }: PlanSolution,
  record: StintRecord,
  car: FollowedCar,
  followed: readonly FollowUp[],
): MeasuredAnswer[] {
  return record.laps.flatMap(({ number: lap, startedAtMs }) => {
    const driven = car.laps.find((l) => Math.abs(l.startMs - startedAtMs) < SAME_LAP_MS)
    if (!driven || !car.place) return []
    const { startMs, endMs } = driven
    const at = car.place
    return corners.flatMap((corner): MeasuredAnswer[] => {
      const behind = endMs !== null || (at.timeMs > startMs && corner.endM > corner.startM && at.stationM > corner.endM)
      if (!behind) return []
      const fromMs = startMs - (corner.startM < SOON_AFTER_LINE_M ? APPROACH_MS : 0)
      const within = (p: LivePlace) => p.timeMs >= fromMs && p.timeMs <= (endMs ?? Infinity)
      return correctionsToAskAbout(followed, corner.number, lap).flatMap(({ calledId, code }) => {
        if (!(measurableCodes as readonly string[]).includes(code)) return []
        const measured = measuredPass(track, corner, car.places.filter(within), code)
        return measured ? [{ about: calledId, corner: corner.number, lap, result: resultOfMeasured(measured) }] : []
      })
    })
  })
}
