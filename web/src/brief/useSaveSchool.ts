import { useMutation, useQueryClient } from '@tanstack/react-query'
import { schoolSchema, type School, type SchoolDraft } from '@ochote/contracts'
import { schoolQuery } from '../api/queries'
import { request } from '../api/request'

/** Saves what the school settles over the version it was made from. */
export function useSaveSchool(from: School) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (change: Partial<SchoolDraft>) => {
      const { version, ...draft } = from
      return request(schoolSchema, '/api/school', { method: 'PUT', body: { school: { ...draft, ...change }, fromVersion: version } })
    },
    onSuccess: (saved) => client.setQueryData(schoolQuery.queryKey, saved),
  })
}
