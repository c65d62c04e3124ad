import type { Car, DayView, Stint } from '@ochote/contracts'

/** Who drives which car behind the lead. */
export interface FollowerCar {
  readonly studentId: string
  /** null where no car is left */
  readonly car: Car | null
  /** the stint that they have in this session already: its car is changed on the day's page */
  readonly stint: Stint | null
}

/**
 * A car for everyone who follows: the one that was chosen for them, else the one they have today, else one of the plan's
 * type. No car is given twice unless somebody chose it twice.
 */
export function followerCars(
  day: DayView,
  planTypeId: string | undefined,
  students: readonly string[],
  chosen: Readonly<Record<string, string>>,
  led: readonly Stint[],
): FollowerCar[] {
  const given: FollowerCar[] = []
  const byHand = students.flatMap((id) => led.find((s) => s.studentId === id)?.carId ?? chosen[id] ?? [])
  for (const studentId of students) {
    const stint = led.find((s) => s.studentId === studentId) ?? null
    const asked = stint?.carId ?? chosen[studentId]
    const taken = [...byHand, ...given.map(({ car }) => car?.id)]
    const today = day.stints.find((s) => s.stint.studentId === studentId)?.stint.carId
    const free = day.cars.filter((car) => !taken.includes(car.id))
    const car =
      asked === undefined
        ? (free.find(({ id }) => id === today) ?? free.find((one) => one.vehicleTypeId === planTypeId))
        : day.cars.find(({ id }) => id === asked)
    given.push({ studentId, car: car ?? null, stint })
  }
  return given
}
