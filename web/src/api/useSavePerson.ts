import { useQueryClient } from '@tanstack/react-query'
import { personSchema, type Person, type PersonChange } from '@ochote/contracts'
import { askAgain } from './askAgain'
import { dayQuery, peopleQuery, personQuery } from './queries'
import { request } from './request'
import { useVersionedSave } from './useVersionedSave'

/**
 * Saves what changed about someone. A change made while another is on its way waits for it, and is saved over what it left. A component that shows
 * one person after another needs a key, so that a change that waits goes to the person it was made for.
 */
export function useSavePerson({ id, version }: Person, onDone: () => void = () => undefined) {
  const client = useQueryClient()
  const { queryKey } = personQuery(id)
  return useVersionedSave({
    version,
    oneByOne: `person ${id}`,
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
