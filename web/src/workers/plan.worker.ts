import { expose } from 'comlink'
import { circuitFromDocument, solvePlan, type Outcome, type PlanSolution } from '@ochote/core'
import type { CircuitDocument, FieldProblem, Setup, Vehicle } from '@ochote/contracts'

export interface PlanQuestion {
  document: CircuitDocument
  vehicle: Vehicle
  setup: Setup
  firstSession: boolean
}

const api = {
  /** Problems are returned, not thrown: a thrown one would lose its fields on the way. */
  solve(
    { document, vehicle, setup, firstSession }: PlanQuestion,
    onProgress: (share: number) => void,
  ): Outcome<PlanSolution, FieldProblem[]> {
    const circuit = circuitFromDocument(document)
    return circuit.ok ? solvePlan({ circuit: circuit.value, vehicle, setup, firstSession, onProgress }) : circuit
  },
}
export type PlanWorker = typeof api

expose(api)
