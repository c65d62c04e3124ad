import { useQueryClient } from '@tanstack/react-query'
import { dayViewSchema, meetingSchema, type DayView, type Meeting } from '@ochote/contracts'
import { dayQuery } from '../api/queries'
import { request } from '../api/request'
import { useAutosave } from '../autosave/useAutosave'

const meetingDraftSchema = meetingSchema.omit({ version: true })
export type MeetingDraft = Omit<Meeting, 'version'>

const held = ({ version, ...draft }: Meeting) => ({ draft, version })

/** The drivers' meeting as this page shows it, saved by itself after every change. */
export function useMeeting(day: DayView) {
  const client = useQueryClient()
  const { queryKey } = dayQuery(day.id)
  const path = `/api/days/${day.id}/meeting`
  return useAutosave({
    path,
    stored: held(day.meeting),
    put: async (draft: MeetingDraft, fromVersion, send) => {
      const meeting = await send(meetingSchema, { meeting: draft, fromVersion })
      client.setQueryData<DayView>(queryKey, (before) => before && { ...before, meeting })
      return held(meeting)
    },
    load: async () => {
      const now = await request(dayViewSchema, `/api/days/${day.id}`)
      client.setQueryData(queryKey, now)
      return held(now.meeting)
    },
    read: (kept) => meetingDraftSchema.parse(kept),
  })
}
