import type { DayFile, PlannedStint, TimetableDraft, TimetablePlace } from '@ochote/contracts'
import { minutesOf, clockTimeOf } from './clock'

/** When a place of a timetable ends. */
export function endOfPlace(draft: TimetableDraft, place: Pick<TimetablePlace, 'student' | 'startsAt'>): string {
  const lasts = draft.students.find((student) => student.id === place.student)?.stintMin ?? draft.stintMin
  return clockTimeOf(Math.min(24 * 60 - 1, minutesOf(place.startsAt) + lasts))
}

/** The places of a timetable as planned stints, in their order. */
export function plannedStints(draft: TimetableDraft, places: readonly TimetablePlace[] = draft.places): PlannedStint[] {
  return places.map((place) => ({
    ...{ student: place.student, vehicle: place.vehicle, instructor: place.instructor },
    ...{ startsAt: place.startsAt, endsAt: endOfPlace(draft, place) },
  }))
}

/**
 * A school's timetable as a day file: what is fixed stays, and so does what begins before a time; what people were told is kept where it
 * can be.
 * @param from - what begins earlier stays; null before the day
 * @param driven - ids of places that have been driven; they stay
 * @param notBefore - nothing new begins earlier
 */
export function dayFileOf(
  draft: TimetableDraft,
  told: readonly TimetablePlace[],
  from: string | null,
  driven: ReadonlySet<string> = new Set(),
  notBefore: string | null = from,
): DayFile {
  const { places, ...day } = draft
  const known = (place: TimetablePlace) =>
    day.students.some((s) => s.id === place.student) &&
    day.vehicles.some((v) => v.id === place.vehicle) &&
    day.instructors.some((i) => i.id === place.instructor)
  const stays = (place: TimetablePlace) => place.isFixed || driven.has(place.id) || (from !== null && place.startsAt < from)
  return {
    ...day,
    ochote: { format: 'day', version: 1 },
    ...(notBefore === null ? {} : { notBefore }),
    fixed: places
      .filter((place) => stays(place) && known(place))
      .map(({ student, vehicle, instructor, startsAt }) => ({ student, vehicle, instructor, startsAt })),
    was: plannedStints(draft, told),
  }
}

/** Planned stints as places: each student's, in time order, take the ids of the ones before, so that a stint that moves stays the same stint. */
export function placesOf(draft: TimetableDraft, stints: readonly PlannedStint[], newId: () => string): TimetablePlace[] {
  const byStart = (a: { startsAt: string }, b: { startsAt: string }) => minutesOf(a.startsAt) - minutesOf(b.startsAt)
  return draft.students.flatMap(({ id: student }) => {
    const own = stints.filter((stint) => stint.student === student).sort(byStart)
    const before = draft.places.filter((place) => place.student === student).sort(byStart)
    const same = (stint: PlannedStint) => before.find((place) => place.startsAt === stint.startsAt)
    // those at the same time first, the others by order
    const left = before.filter((place) => !own.some((stint) => stint.startsAt === place.startsAt))
    return own.map(({ vehicle, instructor, startsAt, ...stint }) => {
      const place = same({ vehicle, instructor, startsAt, ...stint }) ?? left.shift()
      return { id: place?.id ?? newId(), student, vehicle, instructor, startsAt, isFixed: place?.isFixed ?? false }
    })
  })
}

/** A timetable with a day's rules in place of its own: what the day no longer fixes is not fixed any more. */
export function withRulesOf(draft: TimetableDraft, day: DayFile): TimetableDraft {
  const { ochote: _, fixed, was: _was, notBefore: _notBefore, ...rules } = day
  const isFixed = (place: TimetablePlace) => fixed.some((one) => one.student === place.student && one.startsAt === place.startsAt)
  return { ...rules, places: draft.places.map((place) => ({ ...place, isFixed: place.isFixed && isFixed(place) })) }
}

/** What changed for someone between what they were told and now. */
export interface Retold {
  readonly student: string
  readonly was: TimetablePlace | null
  readonly now: TimetablePlace | null
}

/** What is different from what people were told, in time order: moved, changed, added and taken away. */
export function changesOf(told: readonly TimetablePlace[], now: readonly TimetablePlace[]): Retold[] {
  const changes: Retold[] = []
  for (const was of told) {
    const is = now.find((place) => place.id === was.id) ?? null
    const isSame = is && is.startsAt === was.startsAt && is.vehicle === was.vehicle && is.instructor === was.instructor
    if (!isSame) changes.push({ student: was.student, was, now: is })
  }
  for (const is of now) if (!told.some((was) => was.id === is.id)) changes.push({ student: is.student, was: null, now: is })
  const at = (change: Retold) => minutesOf((change.now ?? change.was)!.startsAt)
  return changes.sort((a, b) => at(a) - at(b))
}
