import { keptWorkSchema, type ConeMove, type KeptWork, type PlanDraft, type Vehicle, type WorkQuestion } from '@ochote/contracts'
import type { PlanSolution } from '@ochote/core'
import { keepPreviousData, useQuery, type UseQueryResult } from '@tanstack/react-query'
import { circuitQuery } from '../api/queries'
import { useState } from 'react'
import { request } from '../api/request'
import { solveInWorker } from './planSolver'

/** What a solution depends on; the rest of a plan only dresses it. */
export interface SolutionInput {
  circuitId: string
  vehicle: Vehicle
  setup: PlanDraft['setup']
  firstSession: boolean
  coneMoves: readonly ConeMove[]
}

/** Solved plans are kept this long for whoever comes back to them. */
const KEPT_MS = 600_000

export type Solution = UseQueryResult<PlanSolution> & {
  /** share of the computation done, 0…1 */
  progress: number
}

/** What was worked out before for a question, by whoever asked it first; null where nothing was or the server is away. */
async function keptWork(question: WorkQuestion, signal: AbortSignal): Promise<KeptWork | null> {
  try {
    return await request(keptWorkSchema.nullable(), '/api/kept-work/find', { method: 'POST', body: question, signal })
  } catch (error) {
    if (signal.aborted) throw error
    return null // it is done again here: slower, and the same
  }
}

/** Keeps work for whoever asks next; without it they only wait, so a failure is nobody's concern. */
function keepWork(question: WorkQuestion, work: KeptWork): void {
  request(keptWorkSchema, '/api/kept-work', { method: 'PUT', body: { question, work } }).catch(() => undefined)
}

/** The solution of a plan, computed in a worker; while a new one is computed the last one stays. */
export function useSolution({ circuitId, vehicle, setup, firstSession, coneMoves }: SolutionInput): Solution {
  const brakeMoves = coneMoves.filter((move) => move.coneId.endsWith('-brake'))
  const [progress, setProgress] = useState(0)
  const circuit = useQuery(circuitQuery(circuitId))
  const document = circuit.data?.document
  const query = useQuery({
    queryKey: ['solution', circuitId, vehicle, setup, firstSession, brakeMoves],
    queryFn: async ({ signal }) => {
      if (!document) throw new Error('asked for a solution before its circuit was here')
      setProgress(0)
      const question = { circuitId, vehicle, setup }
      const work = await keptWork(question, signal)
      const solution = await solveInWorker(
        { circuitId, document, vehicle, setup, firstSession, coneMoves: brakeMoves, work },
        signal,
        setProgress,
      )
      if (!work) keepWork(question, solution.work)
      return solution
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
