import type { DayFile } from '@ochote/contracts'
import { feasible, isPlainlyImpossible, type Means } from './feasible'
import { problemOf } from './problem'
import { dayRules } from './rules/ofDay'
import type { DayRule } from './rules/rule'

/** Rules that can't all hold. */
export interface Clash {
  readonly rules: readonly DayRule[]
  /** whether each set of rules that seemed too much was proved to be */
  readonly isProved: boolean
}

/** One set of rules is looked at for so long, s. */
const EACH_S = 1.2

/** Leaves rules out of a day. */
const withoutRules = (day: DayFile, rules: Iterable<DayRule>): DayFile => [...rules].reduce((now, rule) => rule.without(now), day)

/**
 * A smallest set of rules that can't all hold: leave out any one of them, and those that are left can. Rules are left out by
 * halves and then one by one, as long as what is left still has no timetable (deletion filter; Chinneck 2008).
 */
export function smallestClash(day: DayFile, means: Means, seconds: number): Clash {
  const over = means.now() + seconds * 1000
  const own = onlyWhoCannot(day)
  const all = dayRules(day) // by their places in the whole day
  let kept = all
  let isProved = true
  const stays = (rules: readonly DayRule[]) => {
    const answer = feasible(
      problemOf(
        withoutRules(
          own,
          all.filter((rule) => !rules.includes(rule)),
        ),
      ),
      means,
      EACH_S,
    )
    if (answer.is === 'unknown') isProved = false
    return answer.is !== 'yes'
  }
  for (let size = Math.ceil(all.length / 2); size >= 1; size = size === 1 ? 0 : Math.ceil(size / 2))
    for (let at = 0; at < kept.length;) {
      if (means.now() > over) return { rules: kept, isProved: false }
      const left = [...kept.slice(0, at), ...kept.slice(at + size)]
      if (stays(left)) kept = left
      else at += size
    }
  return { rules: kept, isProved }
}

/** The day of one student alone, where that student's own rules are already too much; else the day. */
function onlyWhoCannot(day: DayFile): DayFile {
  for (const student of day.students) {
    const own = { ...day, students: [student], fixed: day.fixed.filter((fixed) => fixed.student === student.id) }
    if (isPlainlyImpossible(problemOf(own))) return own
  }
  return day
}
