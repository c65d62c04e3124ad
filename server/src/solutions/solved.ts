import type { CircuitDocument, FieldProblem, Setup, StoredSolution, Vehicle } from '@ochote/contracts'
import { circuitFromDocument, solvePlan, type Outcome, type PlanSolution } from '@ochote/core'

/** What a solution is computed from. */
export interface SolveTask {
  readonly document: CircuitDocument
  readonly vehicle: Vehicle
  readonly setup: Setup
  readonly stored?: StoredSolution
}

/** A whole solution, from what is stored of it; it is searched for where nothing is. */
export function solved({ document, vehicle, setup, stored }: SolveTask): Outcome<PlanSolution, FieldProblem[]> {
  const circuit = circuitFromDocument(document)
  return circuit.ok ? solvePlan({ circuit: circuit.value, vehicle, setup, ...(stored ? { stored } : {}) }) : circuit
}
