import { useQueryClient } from '@tanstack/react-query'
import { schoolSchema, type School, type SchoolDraft } from '@ochote/contracts'
import { schoolQuery } from '../api/queries'
import { request } from '../api/request'
import { useVersionedSave } from '../api/useVersionedSave'

/** Saves the school's settings for all its days. */
export function useSaveSchool({ version, ...draft }: School, onDone: () => void) {
  const client = useQueryClient()
  return useVersionedSave({
    version,
    put: (change: Partial<SchoolDraft>, fromVersion) =>
      request(schoolSchema, '/api/school', { method: 'PUT', body: { school: { ...draft, ...change }, fromVersion } }),
    onSaved: (saved) => {
      client.setQueryData(schoolQuery.queryKey, saved)
      onDone()
    },
    reload: async () => {
      await client.invalidateQueries({ queryKey: schoolQuery.queryKey })
      onDone()
    },
  })
}
