import { markPlan, type ConeRulesOfPlan, type MarkedPlan } from '@ochote/core'
import type { Vehicle } from '@ochote/contracts'
import { keepPreviousData, useQueries, useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { circuitQuery } from '../api/queries'
import { circuitToSolve, solutionQuery, type SolutionInput } from './useSolution'

/** A plan with the vehicle that drives it. */
export interface MarkedPlanInput extends SolutionInput, ConeRulesOfPlan {
  /** the vehicle that the cones are placed for, where it is of another type than the one that drives; else null */
  placedFor: Vehicle | null
}

export interface MarkedPlanState {
  data: MarkedPlan | undefined
  error: Error | null
  isFetching: boolean
  refetch: () => Promise<unknown>
  /** share of the computation done, 0…1 */
  progress: number
}

/** A plan with its cones and the room they leave, for the vehicle that drives it; while a new line is computed, the last one stays. */
export function useMarkedPlan(input: MarkedPlanInput): MarkedPlanState {
  const [progress, setProgress] = useState(0)
  const circuit = useQuery(circuitQuery(input.circuitId))
  const toSolve = useMemo(() => circuitToSolve(input.document, circuit.data), [input.document, circuit.data])
  const inputs = input.placedFor ? [input, { ...input, vehicle: input.placedFor }] : [input]
  const solutions = useQueries({
    queries: inputs.map((one) => ({ ...solutionQuery(one, toSolve, setProgress), placeholderData: keepPreviousData })),
  })
  const { firstSession, coneEdits } = input
  const driven = solutions[0]?.data
  const placedFor = solutions[inputs.length - 1]?.data
  const data = useMemo(
    () => (driven && placedFor ? markPlan(driven, { firstSession, coneEdits }, placedFor) : undefined),
    [driven, placedFor, firstSession, coneEdits],
  )
  return {
    data,
    progress,
    error: circuit.error ?? solutions.find((query) => query.error)?.error ?? null,
    isFetching: solutions.some((query) => query.isFetching),
    refetch: () => Promise.all([circuit, ...solutions].map((query) => query.error && query.refetch())),
  }
}
