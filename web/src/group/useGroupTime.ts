import { useMemo } from 'react'
import type { DayView } from '@ochote/contracts'
import { groupTime, type GroupCornerTime } from '@ochote/core'
import { useRecordedStudents, type RecordedStudents } from '../reading/useRecordedStudents'
import type { LoggedStint } from '../stintLog/useDayLogs'

/** Where the group's time is, from the recorded laps of some stints. */
export interface GroupTimeState extends Omit<RecordedStudents, 'students'> {
  /** of those that have been read */
  readonly times: readonly GroupCornerTime[]
}

export function useGroupTime(day: DayView, stints: readonly LoggedStint[], corners: readonly string[]): GroupTimeState {
  const { students, ...state } = useRecordedStudents(day.id, stints)
  const times = useMemo(() => groupTime(students, corners), [students, corners])
  return { ...state, times }
}
