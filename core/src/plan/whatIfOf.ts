import { drivenOf } from './drivenOf'
import type { Change } from '../whatIf/change'
import { whatIf, type WhatIfAnswer } from '../whatIf/whatIf'
import type { PlanSolution } from './solvePlan'

/** What one change at a corner of a solved plan would do; null where the plan has no such corner. */
export function whatIfOf(solution: PlanSolution, cornerNumber: string, change: Change): WhatIfAnswer | null {
  const corner = solution.corners.find((c) => c.number === cornerNumber)
  if (!corner) return null
  return whatIf(drivenOf(solution), corner, change)
}
