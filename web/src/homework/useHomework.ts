import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query'
import { v7 as uuid } from 'uuid'
import * as z from 'zod'
import { archivedSchema, homeworkSchema, type Homework } from '@ochote/contracts'
import { askAgain } from '../api/askAgain'
import { request } from '../api/request'
import { today } from '../format/format'
import { useDone } from '../undo/UndoProvider'

const pathOf = (personId: string) => `/api/people/${personId}/homework`

/** A student's homework. It is here and not with the other queries because the first page does not need it. */
export const homeworkQuery = (personId: string) =>
  queryOptions({
    queryKey: ['homework', personId],
    queryFn: ({ signal }) => request(z.array(homeworkSchema), pathOf(personId), { signal }),
    networkMode: 'always', // without a network, the device may hold the last answer
  })

/** Gives homework, ticks it, and takes it off the list, which can be undone. */
export function useHomework(personId: string) {
  const client = useQueryClient()
  const done = useDone()
  const path = pathOf(personId)
  const onSuccess = () => askAgain(client, homeworkQuery(personId).queryKey)
  const archive = (id: string, archived: boolean) =>
    request(archivedSchema, `${path}/${id}/archived`, { method: 'PUT', body: { archived } })
  const give = useMutation({
    mutationFn: (text: string) => request(homeworkSchema, path, { method: 'POST', body: { id: uuid(), text, givenOn: today() } }),
    onSuccess,
  })
  const tick = useMutation({
    mutationFn: ({ id, doneOn }: Pick<Homework, 'id' | 'doneOn'>) =>
      request(homeworkSchema, `${path}/${id}/done`, { method: 'PUT', body: { doneOn: doneOn === null ? today() : null } }),
    onSuccess,
  })
  const remove = useMutation({
    mutationFn: async ({ id, text }: Pick<Homework, 'id' | 'text'>) => {
      await archive(id, true)
      done({
        says: `“${text}” is off the list.`,
        undo: async () => {
          await archive(id, false)
          await onSuccess()
        },
      })
    },
    onSuccess,
  })
  return { give, tick, remove }
}
