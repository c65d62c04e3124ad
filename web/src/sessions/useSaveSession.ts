import { useMutation, useQueryClient } from '@tanstack/react-query'
import { dayFileSchema, type SessionAdd } from '@ochote/contracts'
import { dayQuery } from '../api/queries'
import { request } from '../api/request'

/** Keeps a session of a day, with the stints made for it, and puts the day as it is then where the pages look. */
export function useSaveSession(eventId: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (added: SessionAdd) => request(dayFileSchema, `/api/days/${eventId}/sessions`, { method: 'PUT', body: added }),
    onSuccess: (day) => client.setQueryData(dayQuery(eventId).queryKey, day),
  })
}
