import { useMutation, useQueryClient, type QueryKey } from '@tanstack/react-query'
import { archivedSchema } from '@ochote/contracts'
import { askAgain } from '../api/askAgain'
import { request } from '../api/request'
import { useDone } from '../undo/UndoProvider'

/** Something that can be archived. */
export interface Archivable {
  /** its address, such as "/api/cars/0189…" */
  readonly path: string
  readonly name: string
  /** the queries that list it */
  readonly queryKeys: readonly QueryKey[]
}

/** Archives something, or brings it back; both can be undone. */
export function useArchive() {
  const client = useQueryClient()
  const done = useDone()
  const set = async ({ path, queryKeys }: Archivable, archived: boolean) => {
    await request(archivedSchema, `${path}/archived`, { method: 'PUT', body: { archived } })
    await Promise.all(queryKeys.map((queryKey) => askAgain(client, queryKey)))
  }
  const { mutate, error, isPending } = useMutation({
    mutationFn: ({ what, archived }: { what: Archivable; archived: boolean }) => set(what, archived),
    onSuccess: (_nothing, { what, archived }) =>
      done({ says: `${what.name} is ${archived ? 'archived' : 'back'}.`, undo: () => set(what, !archived) }),
  })
  return {
    archive: (what: Archivable, onDone?: () => void) => mutate({ what, archived: true }, onDone ? { onSuccess: onDone } : {}),
    bringBack: (what: Archivable) => mutate({ what, archived: false }),
    error,
    isPending,
  }
}
