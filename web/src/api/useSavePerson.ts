import { useMutation, useQueryClient } from '@tanstack/react-query'
import { personSchema, type DayView, type Person, type PersonSave } from '@ochote/contracts'
import { dayQuery, peopleQuery } from './queries'
import { request } from './request'

/** Saves what changed about someone, and puts it into every open day and the shelf. */
export function useSavePerson(id: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (change: PersonSave) => request(personSchema, `/api/people/${id}`, { method: 'PUT', body: change }),
    onSuccess: (saved) => {
      const put = (people: readonly Person[]) => people.map((p) => (p.id === id ? saved : p))
      client.setQueriesData<DayView>(
        { queryKey: dayQuery('').queryKey.slice(0, 1), predicate: (q) => q.queryKey.length === 2 },
        (day) => day && { ...day, people: put(day.people) },
      )
      client.setQueryData(peopleQuery.queryKey, (people) => people && put(people))
    },
  })
}
