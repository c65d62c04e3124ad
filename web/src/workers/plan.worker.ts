import { expose } from 'comlink'
import {
  circuitFromDocument,
  comparePlans,
  markPlan,
  solvePlan,
  whatIfOf,
  type Change,
  type ComparedCone,
  type ConeRulesOfPlan,
  type Outcome,
  type PlanSolution,
  type WhatIfAnswer,
} from '@ochote/core'
import type { SchoolTerms, CircuitDocument, FieldProblem, FoundLine, StoredSolution, Setup, Vehicle } from '@ochote/contracts'

export interface PlanQuestion {
  circuitId: string
  /** the circuit's version; null where its document is an older one */
  circuitVersion: number | null
  document: CircuitDocument
  vehicle: Vehicle
  setup: Setup
  /** the stored solution for the same circuit, vehicle and set-up; null computes it now */
  stored: StoredSolution | null
  /** the line of other settings: only a few steps are made from it, for a first answer */
  near?: FoundLine | null
  /** the fastest line of these settings, where another school's search found it */
  fastest?: readonly number[] | null
}

/** One change at a corner of a plan. */
export interface WhatIfQuestion {
  plan: PlanQuestion
  corner: string
  change: Change
}

/** The plan solved last, since what-if questions come one after another. */
let last: { question: string; solution: PlanSolution } | null = null
const keyOf = ({ circuitId, circuitVersion, vehicle, setup }: PlanQuestion) => JSON.stringify([circuitId, circuitVersion, vehicle, setup])

function solved(question: PlanQuestion, onProgress: (share: number) => void): Outcome<PlanSolution, FieldProblem[]> {
  const { document, vehicle, setup, stored, near, fastest } = question
  const circuit = circuitFromDocument(document)
  if (!circuit.ok) return circuit
  const outcome = solvePlan({
    circuit: circuit.value,
    vehicle,
    setup,
    onProgress,
    ...(stored ? { stored } : {}),
    ...(near ? { near } : {}),
    ...(fastest ? { fastest } : {}),
  })
  if (outcome.ok && !near) last = { question: keyOf(question), solution: outcome.value }
  return outcome
}

/** The solution of a plan, which mostly is the one solved last. */
function solutionOf(plan: PlanQuestion): Outcome<PlanSolution, FieldProblem[]> {
  return last?.question === keyOf(plan) ? { ok: true, value: last.solution } : solved(plan, () => undefined)
}

/** Two plans on the same circuit. */
export interface CompareQuestion {
  terms: SchoolTerms
  first: PlanQuestion & ConeRulesOfPlan
  second: PlanQuestion & ConeRulesOfPlan
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
    return outcome.ok ? { ok: true, value: whatIfOf(outcome.value, corner, change) } : outcome
  },
  compare({ first, second, terms }: CompareQuestion): Outcome<ComparedPlans, FieldProblem[]> {
    const [a, b] = [solutionOf(first), solutionOf(second)]
    if (!a.ok) return a
    if (!b.ok) return b
    return {
      ok: true,
      value: {
        lapS: [a.value.trace.lapTimeS, b.value.trace.lapTimeS],
        cones: comparePlans(markPlan(a.value, first, terms), markPlan(b.value, second, terms)),
      },
    }
  },
}
export type PlanWorker = typeof api

expose(api)
