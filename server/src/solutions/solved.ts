import type { CircuitDocument, FieldProblem, Setup, StoredSolution, Vehicle } from '@ochote/contracts'
import { circuitFromDocument, solvePlan, type Outcome, type PlanSolution } from '@ochote/core'

/** What a solution is computed from. */
export interface SolveTask {
  readonly document: CircuitDocument
  readonly vehicle: Vehicle
  readonly setup: Setup
  readonly stored?: StoredSolution
  /** the fastest line, where it is known already; see `knownFastest` */
  readonly fastest?: readonly number[]
}

/** A whole solution, from what is stored of it; it is searched for where nothing is. */
export function solved({ document, ...task }: SolveTask): Outcome<PlanSolution, FieldProblem[]> {
  const circuit = circuitFromDocument(document)
  return circuit.ok ? solvePlan({ circuit: circuit.value, ...task }) : circuit
}
