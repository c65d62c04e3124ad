import type { FieldProblem, Stint } from '@ochote/contracts'
import { failure, success, type Outcome, type PlanSolution } from '@ochote/core'
import type { Repositories } from '../repositories'
import type { ComputePool } from '../solutions/computePool'
import type { SolveTask } from '../solutions/solved'
import type { Solver } from '../solutions/solver'

/** What a stint's plan is solved from for its car: as it was driven, or as it stands. It fails where the server has not computed it. */
export async function solveTaskOf(
  all: Repositories,
  solver: Pick<Solver, 'stored'>,
  stint: Stint,
): Promise<Outcome<SolveTask, FieldProblem[]>> {
  const plan = (await all.plans.find(stint.planId))!
  const version = stint.planVersionId === null ? undefined : await all.planVersions.find(stint.planVersionId)
  const car = (await all.cars.find(stint.carId))!
  const { vehicle } =
    version?.vehicleType.id === car.vehicleTypeId ? version.vehicleType : (await all.vehicleTypes.find(car.vehicleTypeId))!
  const document = version?.circuit ?? (await all.circuits.find(plan.circuitId))!.document
  const setup = version?.draft.setup ?? plan.setup
  const stored = await solver.stored({ document, vehicle, setup })
  if (stored) return success({ document, vehicle, setup, stored })
  const found = `not computed yet for ${vehicle.name}`
  return failure([{ field: 'the plan', found, expected: 'a plan that the server has computed: try again in a moment' }])
}

/** A stint's plan, solved from what is stored. */
export async function solvedStint(
  all: Repositories,
  pool: ComputePool,
  solver: Pick<Solver, 'stored'>,
  stint: Stint,
): Promise<Outcome<PlanSolution, FieldProblem[]>> {
  const task = await solveTaskOf(all, solver, stint)
  return task.ok ? pool.run('whole', task.value) : task
}
