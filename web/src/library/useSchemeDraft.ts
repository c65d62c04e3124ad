import { useQueryClient } from '@tanstack/react-query'
import * as z from 'zod'
import { duties, markerSchemeSaveSchema, markerSchemeSchema, type MarkerScheme } from '@ochote/contracts'
import { askAgain } from '../api/askAgain'
import { markerSchemesQuery } from '../api/queries'
import { useAutosave } from '../autosave/useAutosave'
import { coloursOf } from './newScheme'

export type SchemeDraft = Omit<MarkerScheme, 'id' | 'version'>

const schemeSchema = markerSchemeSaveSchema.shape.scheme
/** What is saved of a scheme: the stock of colours that no duty uses any more is dropped. */
const contentOf = ({ name, looks, stock }: SchemeDraft): SchemeDraft => ({
  name: name.trim(),
  looks,
  stock: Object.fromEntries(coloursOf({ looks }).map((colour) => [colour, stock[colour] ?? 0])),
})
const isComplete = (draft: SchemeDraft) => schemeSchema.safeParse(contentOf(draft)).success
const held = ({ name, looks, stock, version }: MarkerScheme) => ({ draft: { name, looks, stock }, version })
/** A scheme while it is typed: it may lack what it needs to be stored, such as the name of a colour. */
const typedSchema = z.object({
  name: z.string(),
  looks: z.record(z.enum(duties), z.object({ kind: z.enum(['cone', 'board']), colour: z.string(), hex: z.string(), count: z.number() })),
  stock: z.record(z.string(), z.number()),
})

/** A marker scheme while it is changed, saved by itself whenever it is complete. */
export function useSchemeDraft(scheme: MarkerScheme) {
  const client = useQueryClient()
  const path = `/api/marker-schemes/${scheme.id}`
  const store = (stored: MarkerScheme) => {
    client.setQueryData<MarkerScheme[]>(markerSchemesQuery.queryKey, (list) => list?.map((one) => (one.id === stored.id ? stored : one)))
    void askAgain(client, ['days'])
  }
  return useAutosave({
    path,
    stored: held(scheme),
    put: async (draft: SchemeDraft, fromVersion, send) => {
      const stored = await send(markerSchemeSchema, { scheme: contentOf(draft), fromVersion })
      store(stored)
      return { draft, version: stored.version }
    },
    load: async () => {
      const stored = (await client.fetchQuery({ ...markerSchemesQuery, staleTime: 0 })).find((one) => one.id === scheme.id)
      return held(stored ?? scheme)
    },
    read: (kept) => typedSchema.parse(kept),
    isComplete,
  })
}
