import type { Plan, VehicleType } from '@ochote/contracts'
import type { Repositories } from '../repositories'

/** The vehicle types that drive a plan: the one it is for, first, and those of cars in stints that drive its cones. */
export async function drivenTypes(all: Pick<Repositories, 'stints' | 'cars' | 'vehicleTypes'>, plan: Plan): Promise<VehicleType[]> {
  const stints = (await all.stints.listForDay(plan.dayId)).filter((s) => s.stint.planId === plan.id)
  const cars = await Promise.all(stints.map((s) => all.cars.find(s.stint.carId)))
  const ids = new Set([plan.vehicleTypeId, ...cars.flatMap((car) => car?.vehicleTypeId ?? [])])
  const types = await Promise.all([...ids].map((id) => all.vehicleTypes.find(id)))
  return types.flatMap((type) => type ?? [])
}
