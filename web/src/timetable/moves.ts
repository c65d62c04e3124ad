import type { TimetableDraft, TimetablePlace } from '@ochote/contracts'
import { breaches, clockTimeOf, dayFileOf, minutesOf, plannedStints, type Breach } from '@ochote/core'

export const columnKinds = ['vehicle', 'instructor', 'student'] as const
/** What the columns of a board are. */
export type ColumnKind = (typeof columnKinds)[number]

/** A timetable with one place changed. */
export function withPlace(draft: TimetableDraft, id: string, change: Partial<TimetablePlace>): TimetableDraft {
  return { ...draft, places: draft.places.map((place) => (place.id === id ? { ...place, ...change } : place)) }
}

export const withoutPlace = (draft: TimetableDraft, id: string): TimetableDraft => ({
  ...draft,
  places: draft.places.filter((place) => place.id !== id),
})

/** A start moved by minutes, on the day's grid and within the day. */
export function movedStart(draft: TimetableDraft, startsAt: string, byMin: number): string {
  const from = minutesOf(draft.startsAt)
  const steps = Math.round((minutesOf(startsAt) + byMin - from) / draft.gridMin)
  const last = Math.floor((minutesOf(draft.endsAt) - from) / draft.gridMin)
  return clockTimeOf(from + draft.gridMin * Math.max(0, Math.min(last, steps)))
}

/** Two stints that change times with each other. */
export function swapped(draft: TimetableDraft, a: TimetablePlace, b: TimetablePlace): TimetableDraft {
  return withPlace(withPlace(draft, a.id, { startsAt: b.startsAt }), b.id, { startsAt: a.startsAt })
}

/** Whether a student's stint can be split: it is their only one, and its time has halves in whole minutes. */
export function canSplit(draft: TimetableDraft, student: string): boolean {
  const needs = draft.students.find((one) => one.id === student)
  return needs?.stints === 1 && (needs.stintMin ?? draft.stintMin) % 2 === 0
}

/**
 * A student's only stint as two of half the time: the first stays where it is, and the second is at the first free place after it.
 * Null where it can't be split, or there is no free place.
 */
export function split(draft: TimetableDraft, { student, startsAt, id }: TimetablePlace, newId: string): TimetableDraft | null {
  if (!canSplit(draft, student)) return null
  const lasts = draft.students.find((one) => one.id === student)?.stintMin ?? draft.stintMin
  const halved = draft.students.map((one) => (one.id === student ? { ...one, stints: 2, stintMin: lasts / 2 } : one))
  const next = { ...draft, students: halved }
  const second = firstFree(next, student, newId, startsAt)
  const first = next.places.find((place) => place.id === id)
  return second && first ? { ...next, places: [...next.places, { ...second, isFixed: first.isFixed }] } : null
}

/** Rules that the places break; stints that have no place yet break none. */
export function clashesOf(draft: TimetableDraft): Breach[] {
  return breaches(dayFileOf(draft, [], null), plannedStints(draft), false).filter(({ rule }) => !rule.startsWith('fixed'))
}

/** How many stints each student still lacks. */
export function lacking(draft: TimetableDraft): { student: string; stints: number }[] {
  return draft.students.flatMap(({ id, stints }) => {
    const lacks = stints - draft.places.filter((place) => place.student === id).length
    return lacks > 0 ? [{ student: id, stints: lacks }] : []
  })
}

/** The first place for a student that breaks no rule, from a time on; or null. */
export function firstFree(draft: TimetableDraft, student: string, newId: string, from = draft.startsAt): TimetablePlace | null {
  const before = clashesOf(draft).length
  const needs = draft.students.find((one) => one.id === student)
  const end = minutesOf(draft.endsAt) - (needs?.stintMin ?? draft.stintMin)
  for (let t = minutesOf(from); t <= end; t += draft.gridMin)
    for (const vehicle of needs?.vehicles ?? draft.vehicles.map((v) => v.id))
      for (const instructor of needs?.instructors ?? draft.instructors.map((i) => i.id)) {
        const place = { id: newId, student, vehicle, instructor, startsAt: clockTimeOf(t), isFixed: false }
        if (clashesOf({ ...draft, places: [...draft.places, place] }).length === before) return place
      }
  return null
}
