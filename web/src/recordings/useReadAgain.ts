import { useMutation, useQueryClient } from '@tanstack/react-query'
import { recordingSchema } from '@ochote/contracts'
import { askAgain } from '../api/askAgain'
import { request } from '../api/request'

/** Has the server read a stored file again, as when its circuit was added or its columns were named. */
export function useReadAgain(recordingId: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: () => request(recordingSchema, `/api/recordings/${recordingId}/read`, { method: 'POST' }),
    onSuccess: () => askAgain(client, ['recordings']),
  })
}
