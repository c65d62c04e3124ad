import type { Driven } from '../corners/cornerPriority'
import { gripMapOf } from '../line/gripMap'
import { roadAlong } from '../line/roadAlong'
import { forcesAlong } from '../vehicle/forces'
import type { PlanSolution } from './solvePlan'

/** The road and the forces that a solution was driven with, which are too large to store with it. */
export function drivenOf(solution: PlanSolution): Driven {
  const { track, line, path, vehicle, setup, usual } = solution
  const road = roadAlong(track, gripMapOf(track, setup.conditions, usual), line, path)
  return { driven: solution, road, vehicle, setup, forces: forcesAlong(road, vehicle, setup) }
}
