import { useQuery } from '@tanstack/react-query'
import type { DayView, TimetableDraft } from '@ochote/contracts'
import { carsQuery, peopleQuery } from '../api/queries'

/** Everybody and every car that a timetable can name. */
export interface Names {
  readonly of: (id: string) => string
  readonly students: readonly { id: string; name: string }[]
  readonly instructors: readonly { id: string; name: string }[]
  readonly cars: readonly { id: string; name: string }[]
}

/** Names from the shelf, and from the day where someone is not on the shelf any more. */
export function useNames(day: DayView): Names {
  const people = useQuery(peopleQuery).data ?? []
  const cars = useQuery(carsQuery).data ?? []
  const known = new Map([...day.people, ...people, ...day.cars, ...cars].map(({ id, name }) => [id, name]))
  const inRole = (role: string) => people.filter((person) => person.role === role)
  return { of: (id) => known.get(id) ?? 'someone who is not listed', students: inRole('student'), instructors: inRole('instructor'), cars }
}

/** A timetable with names in it, so that what is said of it names people and cars. */
export function named(draft: TimetableDraft, names: Names): TimetableDraft {
  const withName = <T extends { id: string; name: string }>(list: T[]) =>
    list.map((one) => ({ ...one, name: names.of(one.id).slice(0, 80) }))
  return { ...draft, students: withName(draft.students), instructors: withName(draft.instructors), vehicles: withName(draft.vehicles) }
}
