import type { LogEntry, SchoolRecord } from '@ochote/contracts'
import type { StintRecord } from '../stintLog/stintRecord'
import { timedLaps } from '../stintLog/stintRecord'

/** A stint as far as the school's record reads it. */
export interface RecordedStint {
  readonly id: string
  readonly date: string
  readonly startsAt: string
  readonly circuitId: string
  readonly studentId: string
  readonly instructorId: string
  readonly record: StintRecord
  readonly entries: readonly LogEntry[]
}

type Counted = SchoolRecord['hours'][number]

/** Timed laps, and faults logged on any lap. */
export const countedIn = (stints: readonly Pick<RecordedStint, 'record'>[]): Pick<Counted, 'faults' | 'laps'> => ({
  faults: stints.reduce((sum, { record }) => sum + record.faults.length, 0),
  laps: stints.reduce((sum, { record }) => sum + timedLaps(record).length, 0),
})

/** Groups by a key, in the order in which the keys first come. */
export function groupedBy<T>(all: readonly T[], keyOf: (one: T) => string): T[][] {
  const groups = new Map<string, T[]>()
  for (const one of all) {
    const key = keyOf(one)
    const group = groups.get(key)
    if (group) group.push(one)
    else groups.set(key, [one])
  }
  return [...groups.values()]
}
