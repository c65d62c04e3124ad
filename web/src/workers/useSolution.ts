import {
  solutionAnswerSchema,
  type CircuitDocument,
  type PlanDraft,
  type SolutionQuestion,
  type StoredCircuit,
  type StoredSolution,
  type Vehicle,
} from '@ochote/contracts'
import { knownFastest, type PlanSolution } from '@ochote/core'
import { hashKey, keepPreviousData, queryOptions, useQueries, useQuery, type QueryClient, type UseQueryResult } from '@tanstack/react-query'
import { useMemo } from 'react'
import { circuitQuery } from '../api/queries'
import { request } from '../api/request'
import { cachedSolution, cacheSolution } from '../device/solutionStore'
import { solveInWorker } from './planSolver'

/** What a solution depends on. */
export interface SolutionInput {
  circuitId: string
  /** the circuit of a plan version; left out for the circuit as it is now */
  document?: CircuitDocument
  vehicle: Vehicle
  setup: PlanDraft['setup']
  /** the plan version whose own solution it is */
  planVersionId?: string | undefined
}

/** The circuit that a solution is computed on: as it is now, with its version, or an older document, with null. */
interface CircuitToSolve {
  document: CircuitDocument
  version: number | null
  /** what tells it from others of the same id */
  key: string
}

/** A solved plan stays in memory this long. */
const CACHED_MS = 600_000
/** While this device's own search is shown, the server is asked again this often, ms. */
const ASK_AGAIN_MS = 3_000

/** A failed cache only means a longer wait next time, so it is not shown. */
const quietly = (task: Promise<unknown>): void => void task.catch(() => undefined)

/** A solved plan, and whether this device searched for its line itself: then it holds until the server has computed it. */
export interface Solved {
  readonly solution: PlanSolution
  readonly isPreview: boolean
}

/** A stored solution, from the server or as the server gave it before. */
export interface Found {
  readonly stored: StoredSolution | null
  /** why the server could not be asked */
  readonly isAway: boolean
}

/** Tries of a look-up, so that one lost request does not make a device search for a line of its own. */
const TRIES = 3
const BETWEEN_TRIES_MS = 700

/**
 * The stored solution for a question, from the server or, without it, from this device.
 * @param circuitKey - what tells the circuit from others of the same id: a solution cached on the device belongs to one
 */
export async function findSolution(question: SolutionQuestion, circuitKey: string, signal: AbortSignal): Promise<Found> {
  const cacheKey = hashKey([question, circuitKey])
  for (let k = 0; k < TRIES; k++) {
    try {
      const { solution } = await request(solutionAnswerSchema, '/api/solutions/find', { method: 'POST', body: question, signal })
      if (solution) quietly(cacheSolution(cacheKey, solution))
      return { stored: solution, isAway: false }
    } catch (error) {
      if (signal.aborted) throw error
      if (k < TRIES - 1) await new Promise((resolve) => setTimeout(resolve, BETWEEN_TRIES_MS))
    }
  }
  return { stored: await cachedSolution(cacheKey).catch(() => null), isAway: true }
}

/** The circuit to solve on, or undefined while it loads. An older document that equals today's counts as today's. */
export function circuitToSolve(document: CircuitDocument | undefined, now: StoredCircuit | undefined): CircuitToSolve | undefined {
  if (!now) return undefined
  const older = document && hashKey([document])
  if (!older || older === hashKey([now.document])) return { document: now.document, version: now.version, key: String(now.version) }
  return { document, version: null, key: older }
}

const solutionOf = ({ solution }: Solved): PlanSolution => solution

/**
 * The solution of a plan. Lines of saved plans are searched for by the server; until it has, a worker here searches for what is shown.
 */
export const solutionQuery = (
  { circuitId, vehicle, setup, planVersionId }: SolutionInput,
  circuit: CircuitToSolve | undefined,
  onProgress: (share: number) => void = () => undefined,
) => {
  // the same inputs have the same solution, in a plan version or not: a page goes on undisturbed when its stint gets its version
  const queryKey = ['solution', circuitId, circuit?.key, vehicle, setup] as const
  const fastestHere = (client: QueryClient) => {
    const solved = client.getQueriesData<Solved>({ queryKey: queryKey.slice(0, 4) }).flatMap(([, data]) => data?.solution ?? [])
    return knownFastest(
      setup,
      solved.map((one) => ({ setup: one.setup, line: one.stored.line })),
    )
  }
  return queryOptions({
    queryKey,
    queryFn: async ({ signal, client }): Promise<Solved> => {
      if (!circuit) throw new Error('asked for a solution before its circuit was loaded')
      const { document, version } = circuit
      const before = client.getQueryData<Solved>(queryKey)
      if (!before) onProgress(0)
      const solve = (stored: StoredSolution | null) =>
        solveInWorker(
          { circuitId, circuitVersion: version, document, vehicle, setup, stored, fastest: stored ? null : fastestHere(client) },
          signal,
          onProgress,
        )
      const isKnown = version !== null || planVersionId !== undefined
      const question = { circuitId, vehicle, setup, ...(planVersionId ? { planVersionId } : {}) }
      const { stored } = isKnown ? await findSolution(question, circuit.key, signal) : { stored: null }
      if (stored) return { solution: await solve(stored), isPreview: false }
      return before ?? { solution: await solve(null), isPreview: true }
    },
    enabled: circuit !== undefined,
    staleTime: Infinity,
    gcTime: CACHED_MS,
    structuralSharing: false, // megabytes of numbers: comparing them costs more than drawing them
    refetchInterval: (query) => (query.state.data?.isPreview ? ASK_AGAIN_MS : false),
    retry: false,
  })
}

/** The solution of a plan; while a new one is computed, the last one stays. */
export function useSolution(input: SolutionInput): UseQueryResult<PlanSolution> {
  const { data } = useQuery(circuitQuery(input.circuitId))
  const circuit = useMemo(() => circuitToSolve(input.document, data), [input.document, data])
  return useQuery({ ...solutionQuery(input, circuit), placeholderData: keepPreviousData, select: solutionOf })
}

/** The solutions of several plans on one circuit, in their order; each is computed once, however often it is asked for. */
export function useSolutions(inputs: readonly SolutionInput[]): UseQueryResult<PlanSolution>[] {
  const { data } = useQuery({ ...circuitQuery(inputs[0]?.circuitId ?? ''), enabled: inputs.length > 0 })
  const queries = useMemo(
    () => inputs.map((input) => ({ ...solutionQuery(input, circuitToSolve(input.document, data)), select: solutionOf })),
    [inputs, data],
  )
  return useQueries({ queries })
}
