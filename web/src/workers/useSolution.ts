import {
  keptWorkSchema,
  type CircuitDocument,
  type ConesByHand,
  type KeptWork,
  type PlanDraft,
  type Vehicle,
  type WorkQuestion,
} from '@ochote/contracts'
import type { PlanSolution } from '@ochote/core'
import { hashKey, keepPreviousData, useQuery, type UseQueryResult } from '@tanstack/react-query'
import { circuitQuery } from '../api/queries'
import { useMemo, useState } from 'react'
import { request } from '../api/request'
import { keepWorkHere, workHere } from '../device/workStore'
import { solveInWorker } from './planSolver'

/** What a solution depends on; the rest of a plan only dresses it. */
export interface SolutionInput {
  circuitId: string
  /** the circuit as it was when a kept plan was made; without it the circuit as it is now */
  document?: CircuitDocument
  vehicle: Vehicle
  setup: PlanDraft['setup']
  firstSession: boolean
  byHand: ConesByHand
}

/** Solved plans are kept this long for whoever comes back to them. */
const KEPT_MS = 600_000

export type Solution = UseQueryResult<PlanSolution> & {
  /** share of the computation done, 0…1 */
  progress: number
}

/** A device that can keep nothing only waits longer: no failure of keeping is anyone's concern. */
const quietly = (keeping: Promise<unknown>): void => void keeping.catch(() => undefined)

/**
 * What was worked out before for a question, by whoever asked it first; null where nothing was.
 * @param circuitVersion - of the circuit it is asked for: what is kept on this device belongs to one
 */
export async function keptWork(question: WorkQuestion, circuitVersion: number, signal: AbortSignal): Promise<KeptWork | null> {
  const key = hashKey([question, circuitVersion])
  try {
    const work = await request(keptWorkSchema.nullable(), '/api/kept-work/find', { method: 'POST', body: question, signal })
    if (work) quietly(keepWorkHere(key, work))
    return work
  } catch (error) {
    if (signal.aborted) throw error
    return workHere(key).catch(() => null) // without it, it is done again here: slower, and the same
  }
}

/** Keeps work for whoever asks next, here and for others. */
function keepWork(question: WorkQuestion, circuitVersion: number, work: KeptWork): void {
  quietly(keepWorkHere(hashKey([question, circuitVersion]), work))
  quietly(request(keptWorkSchema, '/api/kept-work', { method: 'PUT', body: { question, work } }))
}

/** Of what was done by hand, what room to be wrong is measured from. */
const brakesOf = ({ moves, added, removed }: ConesByHand): ConesByHand => {
  const own = added.filter((cone) => cone.duty === 'brake')
  const isBrake = (id: string) => id.endsWith('-brake') || own.some((cone) => cone.id === id)
  return { moves: moves.filter((move) => isBrake(move.coneId)), added: own, removed: removed.filter(isBrake), locked: [], notes: [] }
}

/** The solution of a plan, computed in a worker; while a new one is computed the last one stays. */
export function useSolution({ circuitId, document: kept, vehicle, setup, firstSession, byHand }: SolutionInput): Solution {
  const brakes = brakesOf(byHand)
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
      const question = { circuitId, vehicle, setup }
      // what is kept belongs to the circuit as it is now
      const work = mended ? null : await keptWork(question, circuit.data.version, signal)
      const solution = await solveInWorker(
        { circuitId, circuitVersion: mended ? null : circuit.data.version, document, vehicle, setup, firstSession, byHand: brakes, work },
        signal,
        setProgress,
      )
      if (!work && !mended) keepWork(question, circuit.data.version, solution.work)
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
