import type { DayFile, MarkerScheme, Person, Plan, StintFile, TrackEvent, VehicleOnShelf } from '@ochote/contracts'
import type { PlacedCone, PlanSolution } from '@ochote/core'

/** A stint with everyone and everything it names, and its plan solved. */
export interface OpenStint {
  readonly event: TrackEvent
  readonly file: StintFile
  readonly plan: Plan
  readonly student: Person
  readonly instructor: Person
  readonly vehicle: VehicleOnShelf
  readonly scheme: MarkerScheme
  readonly solution: PlanSolution
  readonly cones: readonly PlacedCone[]
}

function held<T extends { id: string }>(things: readonly T[], id: string, what: string): T {
  const found = things.find((thing) => thing.id === id)
  if (!found) throw new Error(`the stint names ${what} ${id}, which the day does not hold`)
  return found
}

/** What a stint names, looked up in its day. */
export function namedBy(day: DayFile, file: StintFile): Omit<OpenStint, 'solution' | 'cones'> {
  const { stint } = file
  const plan = held(day.plans, stint.planId, 'plan')
  return {
    event: day.event,
    file,
    plan,
    student: held(day.people, stint.studentId, 'student'),
    instructor: held(day.people, stint.instructorId, 'instructor'),
    vehicle: held(day.vehicles, stint.vehicleId, 'vehicle'),
    scheme: held(day.markerSchemes, plan.markerSchemeId, 'marker scheme'),
  }
}
