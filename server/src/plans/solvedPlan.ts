import type { FieldProblem, Plan, VehicleType } from '@ochote/contracts'
import { circuitFromDocument, failure, markPlan, solvePlan, success, type MarkedPlan, type Outcome, type PlanSolution } from '@ochote/core'
import type { Repositories } from '../repositories'

/**
 * A plan solved for a vehicle type, from its stored solution.
 * @returns a problem where no solution is stored: a search here would hold up every other request
 */
async function storedSolution(all: Repositories, plan: Plan, type: VehicleType): Promise<Outcome<PlanSolution, FieldProblem[]>> {
  const { circuitId, setup } = plan
  const stored = (await all.circuits.find(circuitId))!
  const circuit = circuitFromDocument(stored.document)
  if (!circuit.ok) return circuit
  const solution = await all.solutions.find(stored.document, { circuitId, vehicle: type.vehicle, setup })
  if (!solution)
    return failure([
      { field: 'the plan', found: `not computed yet for ${type.vehicle.name}`, expected: 'a plan that was opened and has its line' },
    ])
  return solvePlan({ circuit: circuit.value, vehicle: type.vehicle, setup, stored: solution })
}

/**
 * A plan as a vehicle type drives it: its own speeds and room, at the cones that are placed for the plan's type. The safety check
 * and the simulated logger both use this, so that they compute what the pages show.
 */
export async function markedPlanFor(all: Repositories, plan: Plan, driven: VehicleType): Promise<Outcome<MarkedPlan, FieldProblem[]>> {
  const solution = await storedSolution(all, plan, driven)
  if (!solution.ok) return solution
  if (driven.id === plan.vehicleTypeId) return success(markPlan(solution.value, plan))
  const placedFor = await storedSolution(all, plan, (await all.vehicleTypes.find(plan.vehicleTypeId))!)
  return placedFor.ok ? success(markPlan(solution.value, plan, placedFor.value)) : placedFor
}

/** The vehicle types that drive a plan: the one it is for, first, and those of cars in stints that drive its cones. */
export async function drivenTypes(all: Repositories, plan: Plan): Promise<VehicleType[]> {
  const stints = (await all.stints.listForDay(plan.dayId)).filter((s) => s.stint.planId === plan.id)
  const cars = await Promise.all(stints.map((s) => all.cars.find(s.stint.carId)))
  const ids = new Set([plan.vehicleTypeId, ...cars.flatMap((car) => car?.vehicleTypeId ?? [])])
  const types = await Promise.all([...ids].map((id) => all.vehicleTypes.find(id)))
  return types.flatMap((type) => type ?? [])
}
