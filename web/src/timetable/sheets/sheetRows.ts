import type { StoredTimetable, TimetablePlace } from '@ochote/contracts'
import { endOfPlace, minutesOf } from '@ochote/core'
import { csvOf } from '../../format/csv'
import type { ColumnKind } from '../moves'
import type { Names } from '../names'

/** One line of a sheet. */
export interface SheetRow {
  readonly id: string
  readonly startsAt: string
  readonly endsAt: string
  readonly student: string
  readonly car: string
  readonly instructor: string
}

/** One person's or car's day, or the whole day for the wall. */
export interface Sheet {
  readonly id: string
  readonly title: string
  readonly rows: readonly SheetRow[]
}

export type SheetKind = ColumnKind | 'wall'

/** The day sheets of one kind, as everybody was told. */
export function sheetsOf({ draft, told }: StoredTimetable, names: Names, kind: SheetKind): Sheet[] {
  const row = (place: TimetablePlace): SheetRow => ({
    ...{ id: place.id, startsAt: place.startsAt, endsAt: endOfPlace(draft, place) },
    ...{ student: names.of(place.student), car: names.of(place.vehicle), instructor: names.of(place.instructor) },
  })
  const inOrder = [...told].sort((a, b) => minutesOf(a.startsAt) - minutesOf(b.startsAt))
  if (kind === 'wall') return [{ id: 'wall', title: 'Everybody', rows: inOrder.map(row) }]
  return [...new Set(inOrder.map((place) => place[kind]))]
    .map((id) => ({ id, title: names.of(id), rows: inOrder.filter((place) => place[kind] === id).map(row) }))
    .sort((a, b) => a.title.localeCompare(b.title))
}

/** A sheet as a table. */
export function sheetCsv(date: string, { rows }: Sheet): Blob {
  return new Blob(
    [
      csvOf(
        rows.map(({ startsAt, endsAt, student, car, instructor }) => ({
          date,
          starts_at: startsAt,
          ends_at: endsAt,
          student,
          car,
          instructor,
        })),
      ),
    ],
    {
      type: 'text/csv',
    },
  )
}
