import { markPlan, type ConeRulesOfPlan, type MarkedPlan } from '@ochote/core'
import type { Vehicle } from '@ochote/contracts'
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { circuitQuery } from '../api/queries'
import { useSchoolTerms } from './useSchoolTerms'
import { circuitToSolve, solutionQuery, type SolutionInput } from './useSolution'

/** A plan with the vehicle that drives it. */
interface MarkedPlanInput extends SolutionInput, ConeRulesOfPlan {
  /** the vehicle that the cones are placed for, where it is of another type than the one that drives; else null */
  placedFor: Vehicle | null
}

export interface MarkedPlanState {
  data: MarkedPlan | undefined
  error: Error | null
  isFetching: boolean
  refetch: () => Promise<unknown>
  /** whether this device searched for the line itself, and the server has not computed it yet */
  isPreview: boolean
  /** share of the computation done, 0…1 */
  progress: number
  /** whether what is shown is for other settings, because these are not computed yet */
  isOld: boolean
  /** whether the computation was stopped */
  isStopped: boolean
  stop: () => void
  /** begins again what was stopped */
  resume: () => void
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
  const terms = useSchoolTerms()
  const client = useQueryClient()
  const [own, cones] = [driven.data?.solution, placed.data?.solution]
  const data = useMemo(
    () => (own && cones ? markPlan(own, { firstSession, coneEdits }, terms, cones) : undefined),
    [own, cones, firstSession, coneEdits, terms],
  )
  const isOld = [driven, placed].some((query) => query.isPlaceholderData)
  return {
    data,
    progress,
    isOld,
    isStopped: isOld && [driven, placed].every((query) => query.fetchStatus === 'idle') && !driven.error && !placed.error,
    stop: () => {
      for (const vehicle of [input.vehicle, input.placedFor ?? input.vehicle])
        void client.cancelQueries({ queryKey: solutionFor(vehicle).queryKey, exact: true })
    },
    resume: () => void Promise.all([driven, placed].map((query) => query.isPlaceholderData && query.refetch())),
    error: circuit.error ?? driven.error ?? placed.error,
    // asking the server again behind a preview is no work to wait for
    isFetching: [driven, placed].some((query) => query.isFetching && !(query.data?.isPreview && !query.isPlaceholderData)),
    isPreview: [driven, placed].some((query) => query.data?.isPreview === true),
    refetch: () => Promise.all([circuit, driven, placed].map((query) => query.error && query.refetch())),
  }
}
