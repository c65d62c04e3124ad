import type { PlanDraft, Vehicle } from '@ochote/contracts'
import type { PlanSolution } from '@ochote/core'
import { keepPreviousData, useQuery, type UseQueryResult } from '@tanstack/react-query'
import { circuitQuery } from '../api/queries'
import { useState } from 'react'
import { solveInWorker } from './planSolver'

/** What a solution depends on; the rest of a plan only dresses it. */
export interface SolutionInput {
  circuitId: string
  vehicle: Vehicle
  setup: PlanDraft['setup']
  firstSession: boolean
}

/** Solved plans are kept this long for whoever comes back to them. */
const KEPT_MS = 600_000

export type Solution = UseQueryResult<PlanSolution> & {
  /** share of the computation done, 0…1 */
  progress: number
}

/** The solution of a plan, computed in a worker; while a new one is computed the last one stays. */
export function useSolution({ circuitId, vehicle, setup, firstSession }: SolutionInput): Solution {
  const [progress, setProgress] = useState(0)
  const circuit = useQuery(circuitQuery(circuitId))
  const document = circuit.data?.document
  const query = useQuery({
    queryKey: ['solution', circuitId, vehicle, setup, firstSession],
    queryFn: ({ signal }) => {
      if (!document) throw new Error('asked for a solution before its circuit was here')
      setProgress(0)
      return solveInWorker({ document, vehicle, setup, firstSession }, signal, setProgress)
    },
    enabled: document !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: KEPT_MS,
    structuralSharing: false, // megabytes of numbers: comparing them costs more than drawing them
    retry: false,
  })
  return { ...query, progress }
}
