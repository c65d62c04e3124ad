import type { SchoolRecord } from '@ochote/contracts'
import { rateChange } from '../progress/faultRate'
import { timedLaps } from '../stintLog/stintRecord'
import { countedIn, groupedBy, type RecordedStint } from './recordedStint'

/** Faults of a tired driver are logged under this code. */
const TIRED = 'fa'

/** Students whose marks slipped as a day went on: the second half of their laps against the first. */
export function tiredStudents(stints: readonly RecordedStint[]): SchoolRecord['tired'] {
  return groupedBy(stints, ({ studentId, date }) => `${date} ${studentId}`).flatMap((own) => {
    const laps = [...own]
      .sort((a, b) => a.startsAt.localeCompare(b.startsAt))
      .flatMap(({ record }) => timedLaps(record).map(({ number }) => record.faults.filter(({ lap }) => lap === number).length))
    const middle = Math.floor(laps.length / 2)
    const counted = (some: readonly number[]) => ({ faults: some.reduce((a, b) => a + b, 0), laps: some.length })
    const [early, late] = [counted(laps.slice(0, middle)), counted(laps.slice(middle))]
    const isMore = early.laps > 0 && rateChange(early, late) === 'more'
    const timesLogged = own.flatMap(({ record }) => record.faults).filter(({ code }) => code === TIRED).length
    const { studentId, date } = own[0]!
    return isMore || timesLogged > 0 ? [{ studentId, date, early, late, isMore, timesLogged }] : []
  })
}

/** Faults and laps by the hour in which stints began, over everybody. */
export const faultsByHour = (stints: readonly RecordedStint[]): SchoolRecord['hours'] =>
  groupedBy(stints, ({ startsAt }) => startsAt.slice(0, 2))
    .map((own) => ({ hour: Number(own[0]!.startsAt.slice(0, 2)), ...countedIn(own) }))
    .filter(({ laps }) => laps > 0)
    .sort((a, b) => a.hour - b.hour)
