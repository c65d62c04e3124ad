import type { FieldProblem, Plan } from '@ochote/contracts'
import { readiness } from '@ochote/core'
import type { Repositories } from '../repositories'
import { drivenTypes, markedPlanFor } from './solvedPlan'

/**
 * What keeps a plan from being marked ready, for every vehicle type that drives it. The server computes this again and does not rely
 * on the page that asks.
 */
export async function readinessProblems(all: Repositories, plan: Plan): Promise<FieldProblem[]> {
  const scheme = (await all.markerSchemes.list()).find((s) => s.id === plan.markerSchemeId)
  if (!scheme) throw new Error(`plan ${plan.id} names marker scheme ${plan.markerSchemeId}, which is not stored`)
  const types = await drivenTypes(all, plan)
  const found = await Promise.all(
    types.map(async (type): Promise<FieldProblem[]> => {
      const marked = await markedPlanFor(all, plan, type)
      if (!marked.ok) return marked.problem
      return readiness({ marked: marked.value, scheme, answers: plan.unsafeAnswers, students: 0, briefed: 0 })
        .filter((item) => item.must && !item.done)
        .map((item) => ({
          field: 'the plan',
          found: type.id === plan.vehicleTypeId ? item.says : `${type.vehicle.name}: ${item.says}`,
          expected: 'nothing unsafe that is not answered',
        }))
    }),
  )
  return found.flat()
}
