import { useQueryClient, type QueryKey } from '@tanstack/react-query'
import { archivedSchema } from '@ochote/contracts'
import { askAgain } from '../api/askAgain'
import { request } from '../api/request'
import { useVersionedSave } from '../api/useVersionedSave'
import { useDone } from '../undo/UndoProvider'

interface RecordSaveOptions<Draft, Stored> {
  /** the record's address, such as "/api/cars/0189…" */
  path: string
  /** what is stored now; null for a new record */
  before: Draft | null
  /** the version that is stored now; 0 for a new record */
  version: number
  nameOf: (draft: Draft) => string
  put: (draft: Draft, fromVersion: number) => Promise<Stored>
  versionOf: (stored: Stored) => number
  /** takes back what came with a new record */
  undoNew?: () => Promise<unknown>
  /** the queries that list it */
  queryKeys: readonly QueryKey[]
  onDone: (stored: Stored | null) => void
}

/** Saves a record that a form makes or changes. It can be undone: a new record is archived, a changed one gets back what it said. */
export function useRecordSave<Draft, Stored>({
  path,
  before,
  version,
  nameOf,
  put,
  versionOf,
  undoNew,
  queryKeys,
  onDone,
}: RecordSaveOptions<Draft, Stored>) {
  const client = useQueryClient()
  const done = useDone()
  const refresh = () => Promise.all(queryKeys.map((queryKey) => askAgain(client, queryKey)))
  return useVersionedSave({
    version,
    put,
    onSaved: (stored, sent: Draft) => {
      const undo = async () => {
        if (before === null) {
          await request(archivedSchema, `${path}/archived`, { method: 'PUT', body: { archived: true } })
          await undoNew?.()
        } else await put(before, versionOf(stored))
        await refresh()
      }
      done({ says: `${nameOf(sent)} is ${before === null ? 'added' : 'changed'}.`, undo })
      void refresh().then(() => onDone(stored))
    },
    reload: async () => {
      await refresh()
      onDone(null)
    },
  })
}
