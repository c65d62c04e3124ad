import { useMutation, useQueryClient, type UseMutationResult } from '@tanstack/react-query'
import { stintFileSchema, type BriefSave, type DayFile, type DebriefDraft, type StintFile } from '@ochote/contracts'
import { dayQuery } from '../api/queries'
import { request } from '../api/request'

/** Saves a part of a stint and puts the answer into the open day. */
function useSave<T>(file: StintFile, part: 'brief' | 'debrief'): UseMutationResult<StintFile, Error, T> {
  const client = useQueryClient()
  const { id, eventId } = file.stint
  return useMutation({
    mutationFn: (body: T) => request(stintFileSchema, `/api/stints/${id}/${part}`, { method: 'PUT', body }),
    onSuccess: (stored) => {
      client.setQueryData<DayFile>(
        dayQuery(eventId).queryKey,
        (day) => day && { ...day, stints: day.stints.map((s) => (s.stint.id === id ? stored : s)) },
      )
    },
  })
}

export const useSaveBrief = (file: StintFile) => useSave<BriefSave>(file, 'brief')
export const useSaveDebrief = (file: StintFile) => useSave<DebriefDraft>(file, 'debrief')
