import {
  storedSolutionSchema,
  type CircuitDocument,
  type ConeEdits,
  type StoredSolution,
  type PlanDraft,
  type Vehicle,
  type SolutionKey,
} from '@ochote/contracts'
import type { PlanSolution } from '@ochote/core'
import { hashKey, keepPreviousData, useQuery, type UseQueryResult } from '@tanstack/react-query'
import { circuitQuery } from '../api/queries'
import { useMemo, useState } from 'react'
import { request } from '../api/request'
import { cacheSolution, cachedSolution } from '../device/solutionStore'
import { solveInWorker } from './planSolver'

/** What a solution depends on; the rest of a plan only dresses it. */
export interface SolutionInput {
  circuitId: string
  /** the circuit as it was when a kept plan was made; without it the circuit as it is now */
  document?: CircuitDocument
  vehicle: Vehicle
  setup: PlanDraft['setup']
  firstSession: boolean
  coneEdits: ConeEdits
}

/** Solved plans are kept this long for whoever comes back to them. */
const KEPT_MS = 600_000

export type Solution = UseQueryResult<PlanSolution> & {
  /** share of the computation done, 0…1 */
  progress: number
}

/** A failed cache only means a longer wait next time, so nobody is told. */
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

/** Of what was done by hand, what room to be wrong is measured from. */
const brakesOf = ({ moves, added, removed }: ConeEdits): ConeEdits => {
  const own = added.filter((cone) => cone.duty === 'brake')
  const isBrake = (id: string) => id.endsWith('-brake') || own.some((cone) => cone.id === id)
  return { moves: moves.filter((move) => isBrake(move.coneId)), added: own, removed: removed.filter(isBrake), locked: [], notes: [] }
}

/** The solution of a plan, computed in a worker; while a new one is computed the last one stays. */
export function useSolution({ circuitId, document: kept, vehicle, setup, firstSession, coneEdits }: SolutionInput): Solution {
  const brakes = brakesOf(coneEdits)
  const [progress, setProgress] = useState(0)
  const circuit = useQuery(circuitQuery(circuitId))
  const now = circuit.data?.document
  const document = kept ?? now
  const mended = useMemo(() => kept !== undefined && now !== undefined && hashKey([kept]) !== hashKey([now]), [kept, now])
  const query = useQuery({
    queryKey: ['solution', circuitId, circuit.data?.version, mended ? kept : null, vehicle, setup, firstSession, brakes],
    queryFn: async ({ signal }) => {
      if (!document || !circuit.data) throw new Error('asked for a solution before its circuit was here')
      setProgress(0)
      const key = { circuitId, vehicle, setup }
      // what is kept belongs to the circuit as it is now
      const stored = mended ? null : await storedSolution(key, circuit.data.version, signal)
      const solution = await solveInWorker(
        {
          circuitId,
          circuitVersion: mended ? null : circuit.data.version,
          document,
          vehicle,
          setup,
          firstSession,
          coneEdits: brakes,
          stored,
        },
        signal,
        setProgress,
      )
      if (!stored && !mended) storeSolution(key, circuit.data.version, solution.stored)
      return solution
    },
    enabled: document !== undefined && now !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: KEPT_MS,
    structuralSharing: false, // megabytes of numbers: comparing them costs more than drawing them
    retry: false,
  })
  return { ...query, progress }
}
