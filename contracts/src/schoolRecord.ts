import * as z from 'zod'

const id = z.uuid()
const date = z.iso.date()
const count = z.number().int().min(0)
const counted = z.object({ faults: count, laps: count })
/** faults that one instructor, or one device, logged of a stint */
const faultsOfOne = z.object({ instructorId: id.nullable(), faults: count })

/** What the logs of a school's latest days show, over all students. Silence in a log shows nothing. */
export const schoolRecordSchema = z.object({
  /** the days that were read, the first and the last */
  from: date.nullable(),
  to: date.nullable(),
  days: count,
  laps: count,
  /** the same fault at the same corner on a student's last two days there, and not fewer of it */
  stuck: z.array(
    z.object({
      ...{ studentId: id, circuitId: id, corner: z.string(), code: z.string(), isUnsafe: z.boolean() },
      before: counted.extend({ date }),
      last: counted.extend({ date }),
    }),
  ),
  /** more faults a lap in the second half of a day's laps than in the first, by more than chance; or logged as tired */
  tired: z.array(z.object({ studentId: id, date, early: counted, late: counted, isMore: z.boolean(), timesLogged: count })),
  /** faults and laps by the hour of the day in which a stint began */
  hours: z.array(counted.extend({ hour: z.number().int().min(0).max(23) })),
  /** corners where several students had a fault, circuit by circuit */
  corners: z.array(
    z.object({
      ...{ circuitId: id, corner: z.string(), drove: count, had: count, faults: count, laps: count, unsafe: count },
      /** the fault that most of them had */
      code: z.string(),
    }),
  ),
  /** the same student on one day with two instructors who logged differently, by more than chance */
  instructors: z.array(
    z.object({
      ...{ studentId: id, date },
      less: counted.extend({ instructorId: id }),
      more: counted.extend({ instructorId: id }),
    }),
  ),
  /** stints that two logged faults of: instructors, or devices where they don’t know who holds them */
  loggedTwice: z.array(
    z.object({ ...{ stintId: id, studentId: id, date, startsAt: z.string() }, first: faultsOfOne, second: faultsOfOne, both: count }),
  ),
  /** corrections that were called, by fault: what the laps after showed */
  calls: z.array(z.object({ code: z.string(), called: count, worked: count, failed: count, unknown: count })),
  /** the last day that each of those students drove, by student */
  lastDays: z.record(z.string(), id),
  /** names of the people and circuits above, by id */
  names: z.record(z.string(), z.string()),
})
export type SchoolRecord = z.infer<typeof schoolRecordSchema>

/** So many of the latest days are read where nothing else is asked. */
export const RECORD_DAYS = 10
export const MOST_RECORD_DAYS = 40
