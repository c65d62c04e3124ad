import type { DayFile, PlannedStint } from '@ochote/contracts'
import { feasible, type Means } from './feasible'
import { problemOf } from './problem'
import { nameOf, type DayRule, type Easing } from './rules/rule'

/** One change is looked at for so long, s. */
const EACH_S = 1
/** More students than these are counted instead of named. */
const MOST_NAMED = 6

/** What would make a timetable possible. */
export interface Mend {
  readonly says: string
  /** the day with it; null where it needs a car or someone who is not on the day's lists, or fewer stints */
  readonly day: DayFile | null
}

/** For each rule that clashes, the smallest change to it that makes a timetable possible. Each was tried on its own and worked. */
export function mendsOf(clash: readonly DayRule[], means: Means, seconds: number): Mend[] {
  const over = means.now() + seconds * 1000
  const works = (now: DayFile) => feasible(problemOf(now), means, EACH_S).is === 'yes'
  return clash.flatMap(({ eased }) => {
    const by = leastThatWorks(eased, works, () => means.now() > over)
    return by === null ? [] : [{ says: eased.says(by), day: eased.needsMore ? null : eased.day(by) }]
  })
}

/** Fewer stints for those who have no place for all of theirs in a timetable; null where everybody has. */
export function fewerStints(day: DayFile, stints: readonly PlannedStint[]): string | null {
  const short = day.students.flatMap((student) => {
    const has = stints.filter((stint) => stint.student === student.id).length
    return has < student.stints ? [{ who: nameOf(student), has, lacks: student.stints - has }] : []
  })
  if (short.length === 0) return null
  if (short.length > MOST_NAMED) {
    const lacking = short.reduce((sum, one) => sum + one.lacks, 0)
    return `${lacking} stints fewer: ${stints.length} of ${stints.length + lacking} have a place.`
  }
  return `Fewer stints: ${short.map(({ who, has }) => `${has === 0 ? 'none' : has} for ${who}`).join(', ')}.`
}

/** The least easing that works: doubled until one does, then halved back. */
function leastThatWorks({ most, day }: Easing, works: (day: DayFile) => boolean, isOver: () => boolean): number | null {
  if (most === 0) return null
  let low = 0
  let high = 1
  while (!works(day(high))) {
    if (high >= most || isOver()) return null
    low = high
    high = Math.min(most, high * 2)
  }
  while (high - low > 1) {
    if (isOver()) return high
    const mid = (low + high) >> 1
    if (works(day(mid))) high = mid
    else low = mid
  }
  return high
}
