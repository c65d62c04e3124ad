import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query'
import * as z from 'zod'
import { skillSignatureSchema, type Sign, type Withdraw } from '@ochote/contracts'
import { askAgain } from '../../api/askAgain'
import { request } from '../../api/request'

/** Steps of a student's skills that were signed, also those withdrawn. It is here and not with the other queries because the first page does not need it. */
export const signaturesQuery = (personId: string) =>
  queryOptions({
    queryKey: ['signatures', personId],
    queryFn: ({ signal }) => request(z.array(skillSignatureSchema), `/api/people/${personId}/signatures`, { signal }),
  })

/** Signs a step of a student's skill. */
export function useSign(personId: string, onDone: () => void) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (body: Sign) => request(skillSignatureSchema, `/api/people/${personId}/signatures`, { method: 'POST', body }),
    onSuccess: async () => {
      await askAgain(client, signaturesQuery(personId).queryKey)
      onDone()
    },
  })
}

/** Withdraws a signature. */
export function useWithdraw(personId: string, signatureId: string, onDone: () => void) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (body: Withdraw) =>
      request(skillSignatureSchema, `/api/people/${personId}/signatures/${signatureId}/withdrawn`, { method: 'POST', body }),
    onSuccess: async () => {
      await askAgain(client, signaturesQuery(personId).queryKey)
      onDone()
    },
  })
}
