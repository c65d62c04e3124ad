import {
  storedSolutionSchema,
  type CircuitDocument,
  type PlanDraft,
  type SolutionKey,
  type StoredCircuit,
  type StoredSolution,
  type Vehicle,
} from '@ochote/contracts'
import type { PlanSolution } from '@ochote/core'
import { hashKey, keepPreviousData, queryOptions, useQueries, useQuery, type UseQueryResult } from '@tanstack/react-query'
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

/** A failed cache only means a longer wait next time, so it is not shown. */
const quietly = (task: Promise<unknown>): void => void task.catch(() => undefined)

/**
 * The stored solution for a key, from the server or, without it, from this device; null where there is none.
 * @param circuitVersion - version of the circuit: a solution cached on the device belongs to one version
 */
export async function storedSolution(key: SolutionKey, circuitVersion: number, signal: AbortSignal): Promise<StoredSolution | null> {
  const cacheKey = hashKey([key, circuitVersion])
  try {
    const stored = await request(storedSolutionSchema.nullable(), '/api/solutions/find', { method: 'POST', body: key, signal })
    if (stored) quietly(cacheSolution(cacheKey, stored))
    return stored
  } catch (error) {
    if (signal.aborted) throw error
    return cachedSolution(cacheKey).catch(() => null)
  }
}

/** Stores a solution on the server and on this device. */
function storeSolution(key: SolutionKey, circuitVersion: number, solution: StoredSolution): void {
  quietly(cacheSolution(hashKey([key, circuitVersion]), solution))
  quietly(request(storedSolutionSchema, '/api/solutions', { method: 'PUT', body: { key, solution } }))
}

/** The circuit to solve on, or undefined while it loads. An older document that equals today's counts as today's. */
export function circuitToSolve(document: CircuitDocument | undefined, now: StoredCircuit | undefined): CircuitToSolve | undefined {
  if (!now) return undefined
  const older = document && hashKey([document])
  if (!older || older === hashKey([now.document])) return { document: now.document, version: now.version, key: String(now.version) }
  return { document, version: null, key: older }
}

/** The solution of a plan, computed in a worker from what is stored of it. */
export const solutionQuery = (
  { circuitId, vehicle, setup }: SolutionInput,
  circuit: CircuitToSolve | undefined,
  onProgress: (share: number) => void = () => undefined,
) =>
  queryOptions({
    queryKey: ['solution', circuitId, circuit?.key, vehicle, setup],
    queryFn: async ({ signal }): Promise<PlanSolution> => {
      if (!circuit) throw new Error('asked for a solution before its circuit was loaded')
      onProgress(0)
      const { document, version } = circuit
      const key = { circuitId, vehicle, setup }
      const stored = version === null ? null : await storedSolution(key, version, signal)
      const solution = await solveInWorker({ circuitId, circuitVersion: version, document, vehicle, setup, stored }, signal, onProgress)
      if (!stored && version !== null) storeSolution(key, version, solution.stored)
      return solution
    },
    enabled: circuit !== undefined,
    staleTime: Infinity,
    gcTime: CACHED_MS,
    structuralSharing: false, // megabytes of numbers: comparing them costs more than drawing them
    retry: false,
  })

/** The solution of a plan; while a new one is computed, the last one stays. */
export function useSolution(input: SolutionInput): UseQueryResult<PlanSolution> {
  const { data } = useQuery(circuitQuery(input.circuitId))
  const circuit = useMemo(() => circuitToSolve(input.document, data), [input.document, data])
  return useQuery({ ...solutionQuery(input, circuit), placeholderData: keepPreviousData })
}

/** The solutions of several plans on one circuit, in their order; each is computed once, however often it is asked for. */
export function useSolutions(inputs: readonly SolutionInput[]): UseQueryResult<PlanSolution>[] {
  const { data } = useQuery({ ...circuitQuery(inputs[0]?.circuitId ?? ''), enabled: inputs.length > 0 })
  const queries = useMemo(() => inputs.map((input) => solutionQuery(input, circuitToSolve(input.document, data))), [inputs, data])
  return useQueries({ queries })
}
