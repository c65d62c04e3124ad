import type { Car, DayView, Meeting, Stint } from '@ochote/contracts'

/**
 * Why a student may not be released yet, or null. A student who missed the drivers' meeting has to be briefed on it first.
 * @param goneThrough - whether an instructor has gone through it with the student since, in any stint of the day
 */
export function releaseBar(meeting: Meeting, studentId: string, goneThrough: boolean): string | null {
  if (goneThrough) return null
  if (meeting.heldAt === null) return 'The drivers’ meeting has not been held'
  return meeting.present.includes(studentId) ? null : 'Was not at the drivers’ meeting'
}

type Checked = Pick<DayView, 'carChecks' | 'meeting'> & { readonly cars: readonly Pick<Car, 'id' | 'name'>[] }

/** Why a car may not be used yet, or null: one of the school's checks failed, or is still open. */
export function carBar({ carChecks, meeting, cars }: Checked, carId: string): string | null {
  const name = cars.find((car) => car.id === carId)?.name ?? 'The car'
  const of = (check: string) => meeting.cars.find((one) => one.carId === carId && one.check === check)
  const failed = carChecks.filter((check) => of(check)?.isGood === false)
  if (failed.length > 0) return `${name} failed its check: ${failed.join(', ')}`
  const open = carChecks.filter((check) => !of(check))
  return open.length === 0 ? null : `${name} is not checked yet: ${open.join(', ')}`
}

/** Why a stint may not begin yet, or null: its student missed the meeting, or its car is not checked. */
export function stintBar(day: Checked, { studentId, carId }: Pick<Stint, 'studentId' | 'carId'>, goneThrough: boolean): string | null {
  return releaseBar(day.meeting, studentId, goneThrough) ?? carBar(day, carId)
}
