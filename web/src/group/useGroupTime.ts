import { useQuery } from '@tanstack/react-query'
import { useCallback, useMemo, useState } from 'react'
import type { DayView, StoredRecording } from '@ochote/contracts'
import { groupTime, stintRecord, type GroupCornerTime, type StintRecord } from '@ochote/core'
import { recordingsQuery } from '../api/queries'
import type { ReadStint, Recorded } from '../reading/StintReading'
import type { LoggedStint } from '../stintLog/useDayLogs'

/** A stint with recorded laps that is being read, or could not be. */
interface ToRead {
  readonly dayId: string
  readonly stintId: string
  readonly recordings: readonly StoredRecording[]
  readonly record: StintRecord
  readonly says: string
}

/** Where the group's time is, from the recorded laps of some stints, which are read one after the other. */
export interface GroupTimeState {
  /** of those that have been read */
  readonly times: readonly GroupCornerTime[]
  readonly toRead: readonly ToRead[]
  /** stints with recorded laps; null while that is not known */
  readonly recorded: number | null
  readonly onRead: (stintId: string, read: ReadStint) => void
  readonly onFailed: (stintId: string) => void
  /** why the recordings can't be listed; null where they can */
  readonly error: Error | null
}

export function useGroupTime(day: DayView, stints: readonly LoggedStint[], corners: readonly string[]): GroupTimeState {
  const recordings = useQuery(recordingsQuery({ dayId: day.id }))
  const [read, setRead] = useState<ReadonlyMap<string, Recorded | null>>(new Map())
  const [failed, setFailed] = useState<ReadonlySet<string>>(new Set())
  const onRead = useCallback((id: string, { recorded }: ReadStint) => setRead((before) => new Map(before).set(id, recorded)), [])
  const onFailed = useCallback((id: string) => setFailed((before) => new Set(before).add(id)), [])
  const own = stints.flatMap(({ stint, log }) => {
    const here = (recordings.data ?? []).filter(({ stintId }) => stintId === stint.id)
    return here.length === 0 ? [] : [{ stint, log, here }]
  })
  const unread = own.filter(({ stint }) => !read.has(stint.id))
  // one after the other: each needs its plan and a thread of its own
  const next = unread.find(({ stint }) => !failed.has(stint.id))
  const toRead = unread
    .filter((one) => one === next || failed.has(one.stint.id))
    .map(({ stint, log, here }) => ({
      ...{ dayId: day.id, stintId: stint.id, recordings: here, record: stintRecord(log), says: stint.startsAt },
    }))
  const times = useMemo(() => {
    const passesOf = (studentId: string) =>
      stints.flatMap(({ stint }) => (stint.studentId === studentId ? (read.get(stint.id)?.analysis.passes ?? []) : []))
    const ids = [...new Set(stints.map(({ stint }) => stint.studentId))]
    return groupTime(
      ids.map((id) => ({ id, passes: passesOf(id) })),
      corners,
    )
  }, [stints, read, corners])
  return { times, toRead, recorded: recordings.data ? own.length : null, onRead, onFailed, error: recordings.error }
}
