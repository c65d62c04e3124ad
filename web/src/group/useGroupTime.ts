import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import type { DayView } from '@ochote/contracts'
import { groupTime, stintRecord, type GroupCornerTime } from '@ochote/core'
import { recordingsQuery } from '../api/queries'
import { useReadings, type Readings, type ToRead } from '../reading/useReadings'
import type { LoggedStint } from '../stintLog/useDayLogs'

/** Where the group's time is, from the recorded laps of some stints. */
export interface GroupTimeState extends Omit<Readings, 'read'> {
  /** of those that have been read */
  readonly times: readonly GroupCornerTime[]
  /** stints with recorded laps; null while that is not known */
  readonly recorded: number | null
  /** why the recordings can't be listed; null where they can */
  readonly error: Error | null
}

export function useGroupTime(day: DayView, stints: readonly LoggedStint[], corners: readonly string[]): GroupTimeState {
  const recordings = useQuery(recordingsQuery({ dayId: day.id }))
  const recorded = recordings.data
    ? stints.flatMap(({ stint, log }): ToRead[] => {
        const own = recordings.data.filter(({ stintId }) => stintId === stint.id)
        if (own.length === 0) return []
        return [{ dayId: day.id, stintId: stint.id, recordings: own, record: stintRecord(log), says: stint.startsAt }]
      })
    : null
  const { read, ...readings } = useReadings(recorded)
  const times = useMemo(() => {
    const ids = [...new Set(stints.map(({ stint }) => stint.studentId))]
    const passesOf = (id: string) =>
      stints.flatMap(({ stint }) => (stint.studentId === id ? (read.get(stint.id)?.recorded?.analysis.passes ?? []) : []))
    return groupTime(
      ids.map((id) => ({ id, passes: passesOf(id) })),
      corners,
    )
  }, [stints, read, corners])
  return { ...readings, times, recorded: recorded && recorded.length, error: recordings.error }
}
