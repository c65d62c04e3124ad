import { useQueryClient } from '@tanstack/react-query'
import { schoolSchema, type School, type SchoolDraft } from '@ochote/contracts'
import { askAgain } from './askAgain'
import { useDone } from '../undo/UndoProvider'
import { schoolQuery } from './queries'
import { request } from './request'
import { useVersionedSave } from './useVersionedSave'

/** Saves the school's settings for all its days; it can be undone. */
export function useSaveSchool({ version, ...draft }: School, onDone: () => void) {
  const client = useQueryClient()
  const done = useDone()
  return useVersionedSave({
    version,
    put: (change: Partial<SchoolDraft>, fromVersion) =>
      request(schoolSchema, '/api/school', { method: 'PUT', body: { school: { ...draft, ...change }, fromVersion } }),
    onSaved: (saved) => {
      client.setQueryData(schoolQuery.queryKey, saved)
      const undo = async () =>
        client.setQueryData(
          schoolQuery.queryKey,
          await request(schoolSchema, '/api/school', { method: 'PUT', body: { school: draft, fromVersion: saved.version } }),
        )
      done({ says: 'The school’s settings are changed.', undo })
      onDone()
    },
    reload: async () => {
      await askAgain(client, schoolQuery.queryKey)
      onDone()
    },
  })
}
