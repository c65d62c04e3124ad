import { expose } from 'comlink'
import {
  circuitFromDocument,
  comparePlans,
  applyConeEdits,
  solvePlan,
  whatIfOf,
  type Change,
  type ComparedCone,
  type Outcome,
  type PlanSolution,
  type WhatIfAnswer,
} from '@ochote/core'
import type { CircuitDocument, ConeEdits, FieldProblem, StoredSolution, Setup, Vehicle } from '@ochote/contracts'

export interface PlanQuestion {
  circuitId: string
  /** the circuit's version; null where its document is an older one */
  circuitVersion: number | null
  document: CircuitDocument
  vehicle: Vehicle
  setup: Setup
  firstSession: boolean
  coneEdits: ConeEdits
  /** what was worked out before for the same circuit, vehicle and set-up; null does it now */
  stored: StoredSolution | null
}

/** One thing done otherwise at a corner of a plan. */
export interface WhatIfQuestion {
  plan: PlanQuestion
  corner: string
  change: Change
}

/** The plan solved last: a what-if is asked about it again and again. */
let last: { question: string; solution: PlanSolution } | null = null
const keyOf = ({ circuitId, circuitVersion, vehicle, setup, firstSession }: PlanQuestion) =>
  JSON.stringify([circuitId, circuitVersion, vehicle, setup, firstSession])

function solved(question: PlanQuestion, onProgress: (share: number) => void): Outcome<PlanSolution, FieldProblem[]> {
  const { document, vehicle, setup, firstSession, coneEdits, stored } = question
  const circuit = circuitFromDocument(document)
  if (!circuit.ok) return circuit
  const outcome = solvePlan({ circuit: circuit.value, vehicle, setup, firstSession, coneEdits, onProgress, ...(stored ? { stored } : {}) })
  if (outcome.ok) last = { question: keyOf(question), solution: outcome.value }
  return outcome
}

/** The solution of a plan, which mostly is the one solved last. */
function solutionOf(plan: PlanQuestion): Outcome<PlanSolution, FieldProblem[]> {
  return last?.question === keyOf(plan) ? { ok: true, value: last.solution } : solved(plan, () => undefined)
}

/** Two plans on one circuit. */
export interface CompareQuestion {
  first: PlanQuestion
  second: PlanQuestion
}

export interface ComparedPlans {
  lapS: [number, number]
  cones: ComparedCone[]
}

const api = {
  /** Problems are returned, not thrown: a thrown one would lose its fields on the way. */
  solve: solved,
  whatIf({ plan, corner, change }: WhatIfQuestion): Outcome<WhatIfAnswer | null, FieldProblem[]> {
    const outcome = solutionOf(plan)
    return outcome.ok ? { ok: true, value: whatIfOf(outcome.value, plan.vehicle, plan.setup, corner, change) } : outcome
  },
  compare({ first, second }: CompareQuestion): Outcome<ComparedPlans, FieldProblem[]> {
    const [a, b] = [solutionOf(first), solutionOf(second)]
    if (!a.ok) return a
    if (!b.ok) return b
    const compared = (solution: PlanSolution, { coneEdits, vehicle, setup }: PlanQuestion) => ({
      solution,
      vehicle,
      setup,
      cones: applyConeEdits(solution, coneEdits),
    })
    return {
      ok: true,
      value: {
        lapS: [a.value.trace.lapTimeS, b.value.trace.lapTimeS],
        cones: comparePlans(compared(a.value, first), compared(b.value, second)),
      },
    }
  },
}
export type PlanWorker = typeof api

expose(api)
