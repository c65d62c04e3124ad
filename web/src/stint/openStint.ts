import type { DayView, MarkerScheme, Person, Plan, PlanVersion, StintView, VehicleType } from '@ochote/contracts'
import type { Cone, PlanSolution } from '@ochote/core'

/** A stint with everyone and everything it names, and its plan solved. */
export interface OpenStint {
  readonly day: DayView
  readonly file: StintView
  readonly plan: Plan
  readonly student: Person
  readonly instructor: Person
  readonly vehicle: VehicleType
  readonly scheme: MarkerScheme
  readonly solution: PlanSolution
  readonly cones: readonly Cone[]
}

function held<T extends { id: string }>(things: readonly T[], id: string, what: string): T {
  const found = things.find((thing) => thing.id === id)
  if (!found) throw new Error(`the stint names ${what} ${id}, which the day does not hold`)
  return found
}

/**
 * What a stint names, looked up in its day.
 * @param version - the plan as it was when the stint was driven; null for the plan as it is now
 */
export function namedBy(day: DayView, file: StintView, version: PlanVersion | null = null): Omit<OpenStint, 'solution' | 'cones'> {
  const { stint } = file
  const now = held(day.plans, stint.planId, 'plan')
  const plan = version ? { ...now, ...version.draft, version: version.version } : now
  return {
    day,
    file,
    plan,
    student: held(day.people, stint.studentId, 'student'),
    instructor: held(day.people, stint.instructorId, 'instructor'),
    vehicle: version?.vehicle.id === stint.vehicleId ? version.vehicle : held(day.vehicles, stint.vehicleId, 'vehicle'),
    scheme: version?.scheme ?? held(day.markerSchemes, plan.markerSchemeId, 'marker scheme'),
  }
}
