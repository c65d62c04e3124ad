import { useQueryClient } from '@tanstack/react-query'
import { personSchema, type Person, type PersonChange } from '@ochote/contracts'
import { askAgain } from './askAgain'
import { dayQuery, peopleQuery, personQuery } from './queries'
import { request } from './request'
import { useVersionedSave } from './useVersionedSave'

/** Saves what changed about someone. */
export function useSavePerson({ id, version }: Person, onDone: () => void = () => undefined) {
  const client = useQueryClient()
  const { queryKey } = personQuery(id)
  return useVersionedSave({
    version,
    put: (change: PersonChange, fromVersion) =>
      request(personSchema, `/api/people/${id}`, { method: 'PUT', body: { change, fromVersion } }),
    onSaved: (saved) => {
      client.setQueryData(queryKey, saved)
      client.setQueryData(peopleQuery.queryKey, (people) => people?.map((p) => (p.id === id ? saved : p)))
      void askAgain(client, dayQuery('').queryKey.slice(0, 1)) // days list names
      onDone()
    },
    reload: () => askAgain(client, queryKey),
  })
}
