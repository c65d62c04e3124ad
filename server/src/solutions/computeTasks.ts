import type { CircuitDocument, FieldProblem, SchoolTerms, MarkerScheme, Plan, StoredSolution, Vehicle } from '@ochote/contracts'
import { circuitFromDocument, markPlan, readiness, sampleTrack, success, type Outcome } from '@ochote/core'
import { solved, type SolveTask } from './solved'

/** A plan to be checked for one vehicle type: solutions of the type that drives and of the one that the cones are placed for. */
export interface ReadinessTask {
  readonly document: CircuitDocument
  readonly plan: Pick<Plan, 'setup' | 'firstSession' | 'coneEdits' | 'unsafeAnswers'>
  readonly scheme: MarkerScheme
  readonly terms: SchoolTerms
  readonly driven: { readonly vehicle: Vehicle; readonly stored: StoredSolution }
  readonly placedFor: { readonly vehicle: Vehicle; readonly stored: StoredSolution }
}

/** The slow part of a solution, searched for where none is stored. */
export function solution(task: SolveTask): Outcome<StoredSolution, FieldProblem[]> {
  const outcome = solved(task)
  return outcome.ok ? success(outcome.value.stored) : outcome
}

/** A whole solution, from what is stored of it. */
export const whole = solved

/** What keeps a plan from being ready, in words. */
export function unready({ document, plan, scheme, terms, driven, placedFor }: ReadinessTask): Outcome<string[], FieldProblem[]> {
  const { setup } = plan
  const own = solved({ document, setup, ...driven })
  if (!own.ok) return own
  const placed = driven === placedFor ? own : solved({ document, setup, ...placedFor })
  if (!placed.ok) return placed
  const items = readiness({
    marked: markPlan(own.value, plan, terms, placed.value),
    scheme,
    answers: plan.unsafeAnswers,
    students: 0,
    briefed: 0,
    units: terms.units,
  })
  return success(items.filter((item) => item.must && !item.done).map((item) => item.says))
}

/** What is listed of a circuit, once its document has been checked. */
export function summary(document: unknown): Outcome<{ name: string; lengthM: number; closed: boolean }, FieldProblem[]> {
  const read = circuitFromDocument(document)
  if (!read.ok) return read
  const { lengthM, closed } = sampleTrack(read.value)
  return success({ name: read.value.name, lengthM, closed })
}

export { readRecordingFile } from '../recordings/readTask'
export { drivenSamples } from '../loggers/drivenSamples'
