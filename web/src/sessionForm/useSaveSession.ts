import { useQueryClient } from '@tanstack/react-query'
import { dayViewSchema, type SessionSave } from '@ochote/contracts'
import { dayQuery } from '../api/queries'
import { request } from '../api/request'
import { useVersionedSave } from '../api/useVersionedSave'

/**
 * Saves a session of a day, with the stints made for it.
 * @param version - of the session; 0 for a new one
 */
export function useSaveSession(dayId: string, version: number, onDone: () => void = () => undefined) {
  const client = useQueryClient()
  const { queryKey } = dayQuery(dayId)
  return useVersionedSave({
    version,
    put: ({ session, stints }: SessionSave, fromVersion) =>
      request(dayViewSchema, `/api/days/${dayId}/sessions`, {
        method: 'PUT',
        body: { session: { ...session, version: fromVersion }, stints },
      }),
    onSaved: (day) => {
      client.setQueryData(queryKey, day)
      onDone()
    },
    reload: () => client.invalidateQueries({ queryKey }),
  })
}
