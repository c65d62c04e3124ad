import { expose } from 'comlink'
import { circuitFromDocument, solvePlan, type Outcome, type PlanSolution } from '@ochote/core'
import type { CircuitDocument, ConeMove, FieldProblem, FoundLine, Setup, Vehicle } from '@ochote/contracts'

export interface PlanQuestion {
  document: CircuitDocument
  vehicle: Vehicle
  setup: Setup
  firstSession: boolean
  coneMoves: readonly ConeMove[]
  /** a line found before for the same circuit, vehicle and set-up; null searches */
  found: FoundLine | null
}

const api = {
  /** Problems are returned, not thrown: a thrown one would lose its fields on the way. */
  solve(
    { document, vehicle, setup, firstSession, coneMoves, found }: PlanQuestion,
    onProgress: (share: number) => void,
  ): Outcome<PlanSolution, FieldProblem[]> {
    const circuit = circuitFromDocument(document)
    if (!circuit.ok) return circuit
    return solvePlan({ circuit: circuit.value, vehicle, setup, firstSession, coneMoves, onProgress, ...(found ? { found } : {}) })
  },
}
export type PlanWorker = typeof api

expose(api)
