import type { TimetableDraft, TimetablePlace } from '@ochote/contracts'
import { clockTimeOf, minutesOf } from './clock'
import { endOfPlace } from './ofSchool'

/** Something that happens while a day runs, and changes what can still be driven. */
export type Happening =
  /** everything is behind by so many minutes */
  | { readonly kind: 'late'; readonly minutes: number }
  /** nobody drives until then, such as after a red flag */
  | { readonly kind: 'stopped'; readonly until: string }
  | { readonly kind: 'vehicle out'; readonly id: string }
  | { readonly kind: 'instructor away'; readonly id: string }
  /** absent or gone early: the rest of their stints are not driven */
  | { readonly kind: 'student gone'; readonly id: string }
  | { readonly kind: 'student late'; readonly id: string; readonly from: string }

/** A day as it goes on after something happened. */
export interface GoesOn {
  readonly draft: TimetableDraft
  /** what begins earlier stays as it is */
  readonly from: string
  /** nothing else begins earlier */
  readonly notBefore: string
}

const LATEST = '23:59'
type Role = 'student' | 'vehicle' | 'instructor'

/**
 * The rest of a day after something happened. Stints that have begun stay as they are. Those it affects are no longer fixed.
 * @param now - when it happened
 * @param driven - ids of places that have been driven
 * @throws RangeError for a student who comes later but has driven already
 */
export function afterHappening(draft: TimetableDraft, happening: Happening, now: string, driven: ReadonlySet<string>): GoesOn {
  const hasBegun = (place: TimetablePlace) => place.startsAt < now || driven.has(place.id)
  const freed = (touches: (place: TimetablePlace) => boolean) =>
    draft.places.map((place) => (!hasBegun(place) && touches(place) ? { ...place, isFixed: false } : place))
  const begunBy = (role: Role, id: string) => draft.places.filter((place) => place[role] === id && hasBegun(place))
  /** Someone or something is in use until then: now, or the end of what has begun. */
  const lastEnd = (role: Role, id: string) => [now, ...begunBy(role, id).map((place) => endOfPlace(draft, place))].sort().at(-1)!
  const upTo = <One extends { id: string; until?: string | undefined }>(list: readonly One[], role: Role, id: string) =>
    list.map((one) => (one.id === id ? { ...one, until: [lastEnd(role, id), one.until ?? LATEST].sort()[0]! } : one))
  const goesOn = (change: Partial<TimetableDraft>, notBefore = now): GoesOn => ({ draft: { ...draft, ...change }, from: now, notBefore })
  switch (happening.kind) {
    case 'late':
    case 'stopped': {
      const notBefore = happening.kind === 'late' ? clockTimeOf(Math.min(24 * 60 - 1, minutesOf(now) + happening.minutes)) : happening.until
      return goesOn({ places: freed((place) => place.startsAt < notBefore) }, notBefore)
    }
    case 'vehicle out': {
      const { id } = happening
      return goesOn({ vehicles: upTo(draft.vehicles, 'vehicle', id), places: freed((place) => place.vehicle === id) })
    }
    case 'instructor away': {
      const { id } = happening
      return goesOn({ instructors: upTo(draft.instructors, 'instructor', id), places: freed((place) => place.instructor === id) })
    }
    case 'student gone': {
      const { id } = happening
      const stints = begunBy('student', id).length
      return goesOn({
        students: draft.students.map((one) => (one.id === id ? { ...one, stints } : one)),
        places: draft.places.filter((place) => place.student !== id || hasBegun(place)),
      })
    }
    case 'student late': {
      const { id, from } = happening
      if (begunBy('student', id).length > 0) throw new RangeError('a student who has driven is there already')
      return goesOn({
        students: draft.students.map((one) => (one.id === id ? { ...one, from } : one)),
        places: freed((place) => place.student === id && place.startsAt < from),
      })
    }
  }
}
