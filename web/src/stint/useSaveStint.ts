import { useMutation, useQueryClient, type UseMutationResult } from '@tanstack/react-query'
import { stintViewSchema, type BriefSave, type DayView, type DebriefDraft, type StintView } from '@ochote/contracts'
import { dayQuery } from '../api/queries'
import { request } from '../api/request'

/** Saves a part of a stint and puts the answer into the open day. */
function useSave<T>(file: StintView, part: 'brief' | 'debrief'): UseMutationResult<StintView, Error, T> {
  const client = useQueryClient()
  const { id, dayId } = file.stint
  return useMutation({
    mutationFn: (body: T) => request(stintViewSchema, `/api/stints/${id}/${part}`, { method: 'PUT', body }),
    onSuccess: (stored) => {
      client.setQueryData<DayView>(
        dayQuery(dayId).queryKey,
        (day) => day && { ...day, stints: day.stints.map((s) => (s.stint.id === id ? stored : s)) },
      )
    },
  })
}

export const useSaveBrief = (file: StintView) => useSave<BriefSave>(file, 'brief')
export const useSaveDebrief = (file: StintView) => useSave<DebriefDraft>(file, 'debrief')
