import { useMutation, useQueryClient } from '@tanstack/react-query'
import { v7 as uuid } from 'uuid'
import { archivedSchema, markerSchemeSchema, type MarkerScheme } from '@ochote/contracts'
import { askAgain } from '../api/askAgain'
import { markerSchemesQuery } from '../api/queries'
import { request } from '../api/request'
import { useDone } from '../undo/UndoProvider'
import type { SchemeDraft } from './useSchemeDraft'

/** Stores a new marker scheme, to be changed from there; it can be undone. */
export function useAddScheme(onAdded: (scheme: MarkerScheme) => void) {
  const client = useQueryClient()
  const done = useDone()
  const { queryKey } = markerSchemesQuery
  return useMutation({
    mutationFn: (scheme: SchemeDraft) =>
      request(markerSchemeSchema, `/api/marker-schemes/${uuid()}`, { method: 'PUT', body: { scheme, fromVersion: 0 } }),
    onSuccess: (stored) => {
      client.setQueryData<MarkerScheme[]>(queryKey, (list) => [...(list ?? []), stored])
      const undo = async () => {
        await request(archivedSchema, `/api/marker-schemes/${stored.id}/archived`, { method: 'PUT', body: { archived: true } })
        await askAgain(client, queryKey)
      }
      done({ says: `${stored.name} is added.`, undo })
      onAdded(stored)
    },
  })
}
