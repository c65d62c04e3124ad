import { useQueryClient } from '@tanstack/react-query'
import { meetingSchema, type DayView, type Meeting } from '@ochote/contracts'
import { dayQuery } from '../api/queries'
import { request } from '../api/request'
import { useSavedDraft } from '../api/useSavedDraft'

export type MeetingDraft = Omit<Meeting, 'version'>

/** The drivers' meeting as this page shows it, saved after every change. */
export function useMeeting(day: DayView) {
  const client = useQueryClient()
  const { queryKey } = dayQuery(day.id)
  const { version, ...stored } = day.meeting
  return useSavedDraft({
    stored,
    version,
    put: (meeting: MeetingDraft, fromVersion) =>
      request(meetingSchema, `/api/days/${day.id}/meeting`, { method: 'PUT', body: { meeting, fromVersion } }),
    versionOf: (meeting) => meeting.version,
    onSaved: (meeting) => client.setQueryData<DayView>(queryKey, (before) => before && { ...before, meeting }),
    reload: () => client.invalidateQueries({ queryKey }),
  })
}
