import { useMutation } from '@tanstack/react-query'
import { personFileSchema, type Person } from '@ochote/contracts'
import { request } from '../../api/request'
import { saveFile } from '../../device/saveFile'

/** Saves everything that is kept of someone as one file, for them. */
export function useEverything() {
  return useMutation({
    mutationFn: async ({ id, name }: Pick<Person, 'id' | 'name'>) => {
      const file = await request(personFileSchema, `/api/people/${id}/everything`)
      saveFile(new Blob([JSON.stringify(file, null, 1)], { type: 'application/json' }), `${name}, everything.json`)
    },
  })
}
