import { useMutation, useQueryClient } from '@tanstack/react-query'
import { dayViewSchema, type SessionAdd } from '@ochote/contracts'
import { dayQuery } from '../api/queries'
import { request } from '../api/request'

/** Keeps a session of a day, with the stints made for it, and puts the day as it is then where the pages look. */
export function useSaveSession(dayId: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (added: SessionAdd) => request(dayViewSchema, `/api/days/${dayId}/sessions`, { method: 'PUT', body: added }),
    onSuccess: (day) => client.setQueryData(dayQuery(dayId).queryKey, day),
  })
}
