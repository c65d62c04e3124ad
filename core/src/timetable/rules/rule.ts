import type { DayFile } from '@ochote/contracts'
import { minutesOf, clockTimeOf } from '../clock'

/** A change of a day in even steps, from small to large. */
export interface Easing {
  /** what to do, by so many steps */
  readonly says: (by: number) => string
  /** the day eased by so many steps */
  readonly day: (by: number) => DayFile
  /** steps at the most; 0 where it can't be eased */
  readonly most: number
  /** it needs a car or someone who is not on the day's lists */
  readonly needsMore?: true
}

/** A hard rule of a day that a school could do without. */
export interface DayRule {
  /** its place in the day file */
  readonly path: string
  readonly says: string
  /** a day without it */
  readonly without: (day: DayFile) => DayFile
  /** how it is given way to, in the smallest steps that make sense */
  readonly eased: Easing
}

const LATEST = 23 * 60 + 55
const MOST_EASED_MIN = 8 * 60

export const nameOf = (one: { id: string; name: string }): string => one.name || one.id

/** The names of some of a list, for a sentence. */
export function namesOf(list: readonly { id: string; name: string }[], ids: readonly string[]): string {
  return ids.map((id) => nameOf(list.find((one) => one.id === id) ?? { id, name: '' })).join(', ') || 'none'
}

/** Doing without a rule altogether. */
export const altogether = (day: DayFile, says: string, without: (day: DayFile) => DayFile): Easing => ({
  most: 1,
  says: () => says,
  day: () => without(day),
})

/** A time that is moved on the grid: later, or earlier. */
export function movedTime(
  day: DayFile,
  time: string,
  way: 'later' | 'earlier',
  says: (time: string) => string,
  at: (time: string) => DayFile,
): Easing {
  const now = minutesOf(time)
  const room = way === 'later' ? LATEST - now : now - minutesOf(day.startsAt)
  const moved = (by: number) => clockTimeOf(now + (way === 'later' ? 1 : -1) * by * day.gridMin)
  return {
    most: Math.max(0, Math.floor(Math.min(MOST_EASED_MIN, room) / day.gridMin)),
    says: (by) => says(moved(by)),
    day: (by) => at(moved(by)),
  }
}

/** Minutes that are made fewer on the grid, down to a floor. */
export function fewerMinutes(
  day: DayFile,
  minutes: number,
  least: number,
  says: (minutes: number) => string,
  at: (minutes: number) => DayFile,
): Easing {
  const left = (by: number) => Math.max(least, minutes - by * day.gridMin)
  return { most: Math.max(0, Math.ceil((minutes - least) / day.gridMin)), says: (by) => says(left(by)), day: (by) => at(left(by)) }
}

/** A copy without some fields. */
export function leave<T extends object, Key extends keyof T>(one: T, ...keys: Key[]): Omit<T, Key> {
  const left = { ...one }
  for (const key of keys) delete left[key]
  return left
}
