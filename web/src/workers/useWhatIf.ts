import type { Change, PlanSolution, WhatIfAnswer } from '@ochote/core'
import { keepPreviousData, useQuery, type UseQueryResult } from '@tanstack/react-query'
import { circuitQuery } from '../api/queries'
import { askWhatIf } from './planSolver'
import type { SolutionInput } from './useSolution'

/** What one change at a corner of a solved plan would do. The last answer stays while the next is computed. */
export function useWhatIf(
  { circuitId, vehicle, setup }: SolutionInput,
  { stored }: PlanSolution,
  corner: string,
  change: Change,
): UseQueryResult<WhatIfAnswer | null> {
  const circuit = useQuery(circuitQuery(circuitId))
  const document = circuit.data?.document
  return useQuery({
    queryKey: ['what-if', circuitId, circuit.data?.version, vehicle, setup, corner, change],
    queryFn: ({ signal }) => {
      if (!document || !circuit.data) throw new Error('asked what if before its circuit was here')
      return askWhatIf(
        {
          plan: { circuitId, circuitVersion: circuit.data.version, document, vehicle, setup, stored },
          corner,
          change,
        },
        signal,
      )
    },
    enabled: document !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    structuralSharing: false, // some thousands of numbers, new at every move of the slider
    retry: false,
  })
}
