import type { FieldProblem, Plan, VehicleType } from '@ochote/contracts'
import type { Repositories } from '../repositories'
import type { ComputePool } from '../solutions/computePool'
import type { Solver } from '../solutions/solver'
import { drivenTypes } from './drivenTypes'

const problem = (found: string, expected: string): FieldProblem => ({ field: 'the plan', found, expected })

/**
 * What keeps a plan from being marked ready, for every vehicle type that drives it. The server computes this again and does not rely
 * on the page that asks.
 */
export async function readinessProblems(all: Repositories, pool: ComputePool, solver: Solver, plan: Plan): Promise<FieldProblem[]> {
  const { setup } = plan
  const scheme = await all.markerSchemes.find(plan.markerSchemeId)
  const circuit = await all.circuits.find(plan.circuitId)
  if (!scheme || !circuit) throw new Error(`plan ${plan.id} names a marker scheme or a circuit that is not stored`)
  const { document } = circuit
  const { ground, units } = await all.schools.find()
  const types = await drivenTypes(all, plan)
  const solved = await Promise.all(
    types.map(async ({ vehicle }) => ({ vehicle, stored: await solver.stored({ document, vehicle, setup }) })),
  )
  const placedFor = solved[types.findIndex((type) => type.id === plan.vehicleTypeId)]!
  const problemsOf = async (type: VehicleType, k: number): Promise<FieldProblem[]> => {
    const driven = solved[k]!
    const [own, placed] = [driven.stored, placedFor.stored]
    if (!own || !placed)
      return [problem(`not computed yet for ${type.vehicle.name}`, 'a plan that the server has computed: try again in a moment')]
    const outcome = await pool.run('unready', {
      ...{ document, plan, scheme, terms: { ground, units } },
      driven: { vehicle: driven.vehicle, stored: own },
      placedFor: { vehicle: placedFor.vehicle, stored: placed },
    })
    if (!outcome.ok) return outcome.problem
    return outcome.value.map((says) =>
      problem(type.id === plan.vehicleTypeId ? says : `${type.vehicle.name}: ${says}`, 'nothing unsafe that is not answered'),
    )
  }
  return (await Promise.all(types.map(problemsOf))).flat()
}
