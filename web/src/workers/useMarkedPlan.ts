import { markPlan, type ConeRulesOfPlan, type MarkedPlan } from '@ochote/core'
import type { Vehicle } from '@ochote/contracts'
import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { circuitQuery } from '../api/queries'
import { circuitToSolve, solutionQuery, type SolutionInput } from './useSolution'

/** A plan with the vehicle that drives it. */
interface MarkedPlanInput extends SolutionInput, ConeRulesOfPlan {
  /** the vehicle that the cones are placed for, where it is of another type than the one that drives; else null */
  placedFor: Vehicle | null
}

interface MarkedPlanState {
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
  const solutionFor = (vehicle: Vehicle) => ({
    ...solutionQuery({ ...input, vehicle }, toSolve, setProgress),
    placeholderData: keepPreviousData,
  })
  const driven = useQuery(solutionFor(input.vehicle))
  // the same query again where the cones are placed for the vehicle that drives
  const placed = useQuery(solutionFor(input.placedFor ?? input.vehicle))
  const { firstSession, coneEdits } = input
  const data = useMemo(
    () => (driven.data && placed.data ? markPlan(driven.data, { firstSession, coneEdits }, placed.data) : undefined),
    [driven.data, placed.data, firstSession, coneEdits],
  )
  return {
    data,
    progress,
    error: circuit.error ?? driven.error ?? placed.error,
    isFetching: driven.isFetching || placed.isFetching,
    refetch: () => Promise.all([circuit, driven, placed].map((query) => query.error && query.refetch())),
  }
}
