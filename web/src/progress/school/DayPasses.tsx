import { Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useEffect } from 'react'
import type { DayView } from '@ochote/contracts'
import type { RecordedStudent } from '@ochote/core'
import { dayQuery } from '../../api/queries'
import { shortDay } from '../../format/format'
import { Loaded } from '../../problem/Loaded'
import { StintReading } from '../../reading/StintReading'
import { useRecordedStudents } from '../../reading/useRecordedStudents'
import { useDayLogs } from '../../stintLog/useDayLogs'

/** What was recorded on a day. */
export interface PassesOfDay {
  readonly students: readonly RecordedStudent[]
  /** whether some of it could not be read */
  readonly isPart: boolean
}

interface DayPassesProps {
  dayId: string
  onRead: (dayId: string, passes: PassesOfDay) => void
}

/** Reads the recorded laps of a day, and says how far it is. */
export function DayPasses({ dayId, onRead }: DayPassesProps) {
  const day = useQuery(dayQuery(dayId))
  return <Loaded query={day}>{(data) => <OneDay day={data} onRead={onRead} />}</Loaded>
}

function OneDay({ day, onRead }: Pick<DayPassesProps, 'onRead'> & { day: DayView }) {
  const { stints, isKnown } = useDayLogs(day)
  const { students, toRead, isRead, error, onRead: onStint, onFailed } = useRecordedStudents(day.id, stints)
  const isDone = isKnown && (isRead || error !== null)
  const isPart = error !== null || toRead.length > 0
  useEffect(() => {
    if (isDone) onRead(day.id, { students, isPart })
  }, [isDone, day.id, students, isPart, onRead])
  return (
    <>
      <Typography color="text.secondary">{shortDay(day.date)}</Typography>
      {toRead.map((one) => (
        <StintReading key={one.stintId} {...one} onRead={onStint} onFailed={onFailed} />
      ))}
    </>
  )
}
