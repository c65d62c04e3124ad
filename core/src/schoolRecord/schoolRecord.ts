import type { SchoolRecord } from '@ochote/contracts'
import { callsThatWork } from './callsThatWork'
import { costlyCorners } from './costlyCorners'
import { countedIn, type RecordedStint } from './recordedStint'
import { stuckStudents } from './stuck'
import { faultsByHour, tiredStudents } from './tired'
import { instructorsApart, loggedTwice } from './whoLogs'

/** What the logs of a school's days show over all students (docs/model.md, The school's record), in the order of the days. */
export function schoolRecord(stints: readonly RecordedStint[]): Omit<SchoolRecord, 'names' | 'lastDays'> {
  const ordered = [...stints].sort((a, b) => a.date.localeCompare(b.date) || a.startsAt.localeCompare(b.startsAt) || (a.id < b.id ? -1 : 1))
  const dates = [...new Set(ordered.map(({ date }) => date))]
  return {
    ...{ from: dates[0] ?? null, to: dates.at(-1) ?? null, days: dates.length, laps: countedIn(ordered).laps },
    ...{ stuck: stuckStudents(ordered), tired: tiredStudents(ordered), hours: faultsByHour(ordered), corners: costlyCorners(ordered) },
    ...{ instructors: instructorsApart(ordered), loggedTwice: loggedTwice(ordered), calls: callsThatWork(ordered) },
  }
}
