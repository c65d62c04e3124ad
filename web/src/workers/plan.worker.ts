import { expose } from 'comlink'
import { circuitFromDocument, solvePlan, whatIfOf, type Change, type Outcome, type PlanSolution, type WhatIfAnswer } from '@ochote/core'
import type { CircuitDocument, ConeMove, FieldProblem, FoundLine, Setup, Vehicle } from '@ochote/contracts'

export interface PlanQuestion {
  circuitId: string
  document: CircuitDocument
  vehicle: Vehicle
  setup: Setup
  firstSession: boolean
  coneMoves: readonly ConeMove[]
  /** a line found before for the same circuit, vehicle and set-up; null searches */
  found: FoundLine | null
}

/** One thing done otherwise at a corner of a plan. */
export interface WhatIfQuestion {
  plan: PlanQuestion
  corner: string
  change: Change
}

/** The plan solved last: a what-if is asked about it again and again. */
let last: { question: string; solution: PlanSolution } | null = null
const keyOf = ({ circuitId, vehicle, setup, firstSession, found }: PlanQuestion) =>
  JSON.stringify([circuitId, vehicle, setup, firstSession, found])

function solved(question: PlanQuestion, onProgress: (share: number) => void): Outcome<PlanSolution, FieldProblem[]> {
  const { document, vehicle, setup, firstSession, coneMoves, found } = question
  const circuit = circuitFromDocument(document)
  if (!circuit.ok) return circuit
  const outcome = solvePlan({ circuit: circuit.value, vehicle, setup, firstSession, coneMoves, onProgress, ...(found ? { found } : {}) })
  if (outcome.ok) last = { question: keyOf({ ...question, found: outcome.value.found }), solution: outcome.value }
  return outcome
}

const api = {
  /** Problems are returned, not thrown: a thrown one would lose its fields on the way. */
  solve: solved,
  whatIf({ plan, corner, change }: WhatIfQuestion): Outcome<WhatIfAnswer | null, FieldProblem[]> {
    if (last?.question !== keyOf(plan)) {
      const outcome = solved(plan, () => undefined)
      if (!outcome.ok) return outcome
    }
    return { ok: true, value: last && whatIfOf(last.solution, plan.vehicle, plan.setup, corner, change) }
  },
}
export type PlanWorker = typeof api

expose(api)
