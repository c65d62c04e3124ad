import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useNavigate } from 'react-router'
import { v7 as uuid } from 'uuid'
import { circuitSummarySchema, type CircuitDocument } from '@ochote/contracts'
import { askAgain } from '../../api/askAgain'
import { circuitsQuery } from '../../api/queries'
import { request } from '../../api/request'

/** Puts a new circuit on the shelf and opens it. */
export function useAddCircuit() {
  const client = useQueryClient()
  const navigate = useNavigate()
  return useMutation({
    mutationFn: (document: CircuitDocument) =>
      request(circuitSummarySchema, '/api/circuits', { method: 'POST', body: { id: uuid(), document } }),
    onSuccess: async ({ id }) => {
      await askAgain(client, circuitsQuery.queryKey, true)
      await navigate(`/library/circuits/${id}`)
    },
  })
}
