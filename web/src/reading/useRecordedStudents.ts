import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { stintRecord, type RecordedStudent } from '@ochote/core'
import { recordingsQuery } from '../api/queries'
import type { LoggedStint } from '../stintLog/useDayLogs'
import { useReadings, type Readings, type ToRead } from './useReadings'

/** The recorded passes of a day's students, as far as they have been read. */
export interface RecordedStudents extends Omit<Readings, 'read'> {
  readonly students: readonly RecordedStudent[]
  /** stints with recorded laps; null while that is not known */
  readonly recorded: number | null
  /** why the recordings can't be listed; null where they can */
  readonly error: Error | null
}

/** @param stints - of the day, all or some */
export function useRecordedStudents(dayId: string, stints: readonly LoggedStint[]): RecordedStudents {
  const recordings = useQuery(recordingsQuery({ dayId }))
  const recorded = recordings.data
    ? stints.flatMap(({ stint, log }): ToRead[] => {
        const own = recordings.data.filter(({ stintId }) => stintId === stint.id)
        if (own.length === 0) return []
        return [{ dayId, stintId: stint.id, recordings: own, record: stintRecord(log), says: stint.startsAt }]
      })
    : null
  const { read, ...readings } = useReadings(recorded)
  const students = useMemo(() => {
    const ids = [...new Set(stints.map(({ stint }) => stint.studentId))]
    const passesOf = (id: string) =>
      stints.flatMap(({ stint }) => (stint.studentId === id ? (read.get(stint.id)?.recorded?.analysis.passes ?? []) : []))
    return ids.map((id) => ({ id, passes: passesOf(id) }))
  }, [stints, read])
  return { ...readings, students, recorded: recorded && recorded.length, error: recordings.error }
}
