import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { meetingSchema, type DayView, type Meeting } from '@ochote/contracts'
import { dayQuery } from '../api/queries'
import { ProblemError, request } from '../api/request'

type Held = Omit<Meeting, 'version'>

/** The meeting as it stands on this page, saved at every change, one save after the other. */
export function useMeeting(day: DayView) {
  const client = useQueryClient()
  const { queryKey } = dayQuery(day.id)
  const { version, ...stored } = day.meeting
  const [mine, setMine] = useState<Held | null>(null)
  const waiting = useRef<Held | null>(null)
  const put = (meeting: Meeting) => client.setQueryData<DayView>(queryKey, (before) => before && { ...before, meeting })
  const save = useMutation({
    mutationFn: ({ meeting, fromVersion }: { meeting: Held; fromVersion: number }) =>
      request(meetingSchema, `/api/days/${day.id}/meeting`, { method: 'PUT', body: { meeting, fromVersion } }),
    onSuccess: (saved) => {
      put(saved)
      const next = waiting.current
      waiting.current = null
      if (next) save.mutate({ meeting: next, fromVersion: saved.version })
      else setMine(null)
    },
  })
  const conflict = save.error instanceof ProblemError && save.error.problem.code === 'conflict' ? save.error.problem : null
  return {
    meeting: mine ?? stored,
    change: (next: Held) => {
      setMine(next)
      waiting.current = save.isPending ? next : null
      if (!save.isPending) save.mutate({ meeting: next, fromVersion: day.meeting.version })
    },
    saving: save.isPending,
    error: conflict ? null : save.error,
    conflict: conflict && {
      keepMine: () => {
        waiting.current = null
        if (mine) save.mutate({ meeting: mine, fromVersion: conflict.currentVersion })
      },
      takeTheirs: async () => {
        waiting.current = null
        await client.invalidateQueries({ queryKey })
        setMine(null)
        save.reset()
      },
    },
    retry: () => {
      waiting.current = null // what this page shows is the latest of it
      if (mine) save.mutate({ meeting: mine, fromVersion: day.meeting.version })
    },
  }
}
