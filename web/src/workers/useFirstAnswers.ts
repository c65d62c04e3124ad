import { markPlan, solvePlan, type ConeRulesOfPlan, type MarkedPlan, type PlanSolution } from '@ochote/core'
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { circuitQuery } from '../api/queries'
import { solveInWorker } from './planSolver'
import { useSchoolTerms } from './useSchoolTerms'
import { circuitToSolve, type SolutionInput } from './useSolution'

/** How far an answer to a change has come. */
export type AnswerStage =
  /** the plan's own line */
  | 'settled'
  /** a line found in a few steps from the one before */
  | 'first-answer'
  /** the speeds of the new settings on the line before */
  | 'line-before'
  /** nothing of the new settings is computed yet */
  | 'before'

interface FirstAnswersInput extends SolutionInput, ConeRulesOfPlan {
  /** the plan as solved last */
  marked: MarkedPlan | undefined
  /** whether that is for other settings than these */
  isOld: boolean
}

/** The speeds of new settings on a line that was found for others; null where the line can't be driven so. */
function onLineBefore(before: PlanSolution, { vehicle, setup }: SolutionInput): PlanSolution | null {
  // a line of another school would pass for one of this school
  const isSameSchool = setup.lineSchool === before.setup.lineSchool && setup.lineSchool !== 'given'
  if (before.stored.line === null || !isSameSchool || vehicle.kind !== before.vehicle.kind) return null
  const solved = solvePlan({ circuit: before.track.circuit, vehicle, setup, stored: before.stored })
  return solved.ok ? solved.value : null
}

/**
 * What can be shown of changed settings while their line is searched for: at once the speeds on the line before, then a line found in a few
 * steps from it, by a worker of its own. Both say what they are.
 */
export function useFirstAnswers(input: FirstAnswersInput): { data: MarkedPlan | undefined; stage: AnswerStage } {
  const { circuitId, vehicle, setup, marked, isOld, firstSession, coneEdits } = input
  const terms = useSchoolTerms()
  const { data: circuit } = useQuery(circuitQuery(circuitId))
  const before = isOld ? marked?.solution : undefined
  const near = before?.stored.line ?? null
  const quick = useQuery({
    queryKey: ['first-answer', circuitId, circuit?.version, vehicle, setup],
    queryFn: ({ signal }) => {
      const toSolve = circuitToSolve(undefined, circuit)
      if (!toSolve) throw new Error('asked for a first answer before its circuit was loaded')
      const question = { circuitId, circuitVersion: toSolve.version, document: toSolve.document, vehicle, setup, stored: null, near }
      return solveInWorker(question, signal, () => undefined)
    },
    enabled: near !== null && setup.lineSchool === before?.setup.lineSchool && circuit !== undefined,
    staleTime: Infinity,
    gcTime: 0,
    structuralSharing: false,
    retry: false,
  })
  const speeds = useMemo(() => (before ? onLineBefore(before, { circuitId, vehicle, setup }) : null), [before, circuitId, vehicle, setup])
  const shown = before ? (quick.data ?? speeds) : null
  const first = useMemo(
    () => (shown ? markPlan(shown, { firstSession, coneEdits }, terms) : undefined),
    [shown, firstSession, coneEdits, terms],
  )
  if (!isOld) return { data: marked, stage: 'settled' }
  if (!first) return { data: marked, stage: 'before' }
  return { data: first, stage: quick.data ? 'first-answer' : 'line-before' }
}
