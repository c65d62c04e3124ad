import type { Setup, Vehicle } from '@ochote/contracts'
import { gripMapOf } from '../line/gripMap'
import { forcesAlong } from '../vehicle/forces'
import { roadAlong } from '../line/roadAlong'
import type { Change } from '../whatIf/change'
import { whatIf, type WhatIfAnswer } from '../whatIf/whatIf'
import type { PlanSolution } from './solvePlan'

/**
 * What one thing done otherwise at a corner of a solved plan would do; null where the plan has no such corner.
 * @param vehicle - what the plan was solved with, like the set-up
 */
export function whatIfOf(
  solution: PlanSolution,
  vehicle: Vehicle,
  setup: Setup,
  cornerNumber: string,
  change: Change,
): WhatIfAnswer | null {
  const corner = solution.corners.find((c) => c.number === cornerNumber)
  if (!corner) return null
  const road = roadAlong(solution.track, gripMapOf(solution.track, setup.conditions), solution.line, solution.path)
  return whatIf({ driven: solution, road, vehicle, setup, forces: forcesAlong(road, vehicle, setup) }, corner, change)
}
