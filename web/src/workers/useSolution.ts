import type { PlanDraft, Vehicle } from '@ochote/contracts'
import type { PlanSolution } from '@ochote/core'
import { keepPreviousData, useQuery, type UseQueryResult } from '@tanstack/react-query'
import { circuitQuery } from '../api/queries'
import { solveInWorker } from './planSolver'

/** What a solution depends on; the rest of a plan only dresses it. */
export interface SolutionInput {
  circuitId: string
  vehicle: Vehicle
  setup: PlanDraft['setup']
  firstSession: boolean
}

/** The solution of a plan, computed in a worker; while a new one is computed the last one stays. */
export function useSolution({ circuitId, vehicle, setup, firstSession }: SolutionInput): UseQueryResult<PlanSolution> {
  const circuit = useQuery(circuitQuery(circuitId))
  const document = circuit.data?.document
  return useQuery({
    queryKey: ['solution', circuitId, vehicle, setup, firstSession],
    queryFn: ({ signal }) => {
      if (!document) throw new Error('asked for a solution before its circuit was here')
      return solveInWorker({ document, vehicle, setup, firstSession }, signal)
    },
    enabled: document !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 60_000,
    structuralSharing: false, // megabytes of numbers: comparing them costs more than drawing them
    retry: false,
  })
}
