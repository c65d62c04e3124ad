import { useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { meetingSchema, type DayView, type Meeting } from '@ochote/contracts'
import { dayQuery } from '../api/queries'
import { request } from '../api/request'
import { useVersionedSave } from '../api/useVersionedSave'

export type MeetingDraft = Omit<Meeting, 'version'>

/** The drivers' meeting as this page shows it, saved after every change, one save after the other. */
export function useMeeting(day: DayView) {
  const client = useQueryClient()
  const { queryKey } = dayQuery(day.id)
  const { version, ...stored } = day.meeting
  const [mine, setMine] = useState<MeetingDraft | null>(null)
  const waiting = useRef<MeetingDraft | null>(null)
  const { save, saving, error, retry, conflict } = useVersionedSave({
    version,
    put: (meeting: MeetingDraft, fromVersion) =>
      request(meetingSchema, `/api/days/${day.id}/meeting`, { method: 'PUT', body: { meeting, fromVersion } }),
    onSaved: (meeting) => {
      client.setQueryData<DayView>(queryKey, (before) => before && { ...before, meeting })
      const next = waiting.current
      waiting.current = null
      if (next) save(next, meeting.version)
      else setMine(null)
    },
    reload: async () => {
      waiting.current = null
      await client.invalidateQueries({ queryKey })
      setMine(null)
    },
  })
  return {
    meeting: mine ?? stored,
    change: (next: MeetingDraft) => {
      setMine(next)
      waiting.current = saving ? next : null
      if (!saving) save(next)
    },
    saving,
    error,
    conflict: conflict && {
      ...conflict,
      keepMine: () => {
        waiting.current = null
        conflict.keepMine(mine ?? stored)
      },
    },
    retry: () => {
      waiting.current = null // what this page shows is the latest
      if (mine) save(mine)
      else retry()
    },
  }
}
