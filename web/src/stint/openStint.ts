import type { Car, DayView, ListedStint, MarkerScheme, Person, Plan, PlanVersion, Stint, VehicleType } from '@ochote/contracts'
import type { MarkedPlan } from '@ochote/core'

/** A stint with everything that it refers to, from its day. */
export interface NamedStint {
  readonly day: DayView
  readonly stint: Stint
  readonly plan: Plan
  readonly car: Car
  /** the car's type: everything is computed for it */
  readonly vehicleType: VehicleType
  /** the type that the plan's cones are placed for, where it is another one; else null */
  readonly placedFor: VehicleType | null
  readonly scheme: MarkerScheme
}

/** A stint with its people, and its plan solved and marked. */
export interface OpenStint extends NamedStint, Pick<MarkedPlan, 'solution' | 'cones'> {
  readonly student: Person
  readonly instructor: Person
  readonly marked: MarkedPlan
}

function lookUp<T extends { id: string }>(things: readonly T[], id: string, what: string): T {
  const found = things.find((thing) => thing.id === id)
  if (!found) throw new Error(`the stint names ${what} ${id}, which the day does not have`)
  return found
}

/**
 * What a stint names, looked up in its day.
 * @param version - the plan version that the stint was driven on; null for the plan as it is now
 */
export function namedBy(day: DayView, { stint }: Pick<ListedStint, 'stint'>, version: PlanVersion | null = null): NamedStint {
  const now = lookUp(day.plans, stint.planId, 'plan')
  const plan = version ? { ...now, ...version.draft, version: version.version } : now
  const car = lookUp(day.cars, stint.carId, 'car')
  const typeOf = (id: string) => (version?.vehicleType.id === id ? version.vehicleType : lookUp(day.vehicleTypes, id, 'vehicle type'))
  return {
    day,
    stint,
    plan,
    car,
    vehicleType: typeOf(car.vehicleTypeId),
    placedFor: car.vehicleTypeId === plan.vehicleTypeId ? null : typeOf(plan.vehicleTypeId),
    scheme: version?.scheme ?? lookUp(day.markerSchemes, plan.markerSchemeId, 'marker scheme'),
  }
}
