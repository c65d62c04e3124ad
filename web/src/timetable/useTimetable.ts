import { useMutation, useQueryClient } from '@tanstack/react-query'
import { timetableDraftSchema, timetableSchema, type StoredTimetable, type TimetableDraft } from '@ochote/contracts'
import { askAgain } from '../api/askAgain'
import { request } from '../api/request'
import { useAutosave } from '../autosave/useAutosave'
import { timetableQuery } from './timetableQuery'

const held = ({ draft, version }: StoredTimetable) => ({ draft, version })

/** A day's timetable, saved by itself after every change. */
export function useTimetable(dayId: string, stored: StoredTimetable) {
  const client = useQueryClient()
  const { queryKey } = timetableQuery(dayId)
  const path = `/api/days/${dayId}/timetable`
  return useAutosave({
    path,
    stored: held(stored),
    put: async (draft: TimetableDraft, fromVersion, send) => {
      const now = await send(timetableSchema, { draft, fromVersion })
      client.setQueryData(queryKey, now)
      return held(now)
    },
    load: async () => held(await client.fetchQuery({ ...timetableQuery(dayId), staleTime: 0 })),
    read: (kept) => timetableDraftSchema.parse(kept),
    isComplete: isReadable,
  })
}

const isReadable = (draft: TimetableDraft) => timetableDraftSchema.safeParse(draft).success

/** Tells everybody the timetable as it is stored: the day's stints become its places. */
export function useTell(dayId: string, onTold: () => void) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (version: number) => request(timetableSchema, `/api/days/${dayId}/timetable/told`, { method: 'POST', body: { version } }),
    onSuccess: async (now) => {
      client.setQueryData(timetableQuery(dayId).queryKey, now)
      await askAgain(client, ['days'])
      onTold()
    },
  })
}
