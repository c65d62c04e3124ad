import { skillOf } from './skillOf'
import type { SkillPass } from './skills'

/** A correction that was given on a day. */
export interface GivenCorrection {
  readonly corner: string
  readonly code: string
  readonly date: string
  readonly how: 'called' | 'debriefed'
}

/** A day that was driven on the same circuit. */
export interface DayOfLaps {
  readonly date: string
  readonly laps: number
}

/** What later days showed of a correction. Silence shows nothing: it has held only where someone or a logger looked. */
export interface CorrectionSince extends Omit<GivenCorrection, 'how'> {
  /** times it was called on its day */
  readonly called: number
  /** whether a debrief of that day had it as something to work on */
  readonly debriefed: boolean
  /** timed laps on later days */
  readonly laps: number
  /** later passes of the corner that had the fault again */
  readonly again: number
  /** later passes of the corner that were looked at and had no fault of its skill */
  readonly clean: number
  readonly outcome: 'held' | 'back again' | 'seldom again' | 'nobody looked' | 'not driven since'
}

/** A fault that comes back on fewer than one in so many of the passes looked at comes back seldom. */
const SELDOM = 4

/**
 * How the corrections of earlier days turned out on later ones, the latest day's first; those of one day in the order given.
 * @param passes - what passes showed, of all days on this circuit; see `skillEvidence`
 * @param days - all days driven on it
 */
export function correctionsSince(
  corrections: readonly GivenCorrection[],
  passes: readonly SkillPass[],
  days: readonly DayOfLaps[],
): CorrectionSince[] {
  const each = new Map<string, Pick<CorrectionSince, 'corner' | 'code' | 'date' | 'called' | 'debriefed'>>()
  for (const { corner, code, date, how } of corrections) {
    const key = `${date} ${corner} ${code}`
    const before = each.get(key) ?? { corner, code, date, called: 0, debriefed: false }
    each.set(key, how === 'called' ? { ...before, called: before.called + 1 } : { ...before, debriefed: true })
  }
  return [...each.values()]
    .map((one): CorrectionSince => {
      const laps = days.filter(({ date }) => date > one.date).reduce((sum, day) => sum + day.laps, 0)
      const later = passes.filter(({ date, corner, skill }) => date > one.date && corner === one.corner && skill === skillOf(one.code))
      const again = later.filter(({ codes }) => codes.includes(one.code)).length
      const clean = later.filter(({ result }) => result === 'clean').length
      return { ...one, laps, again, clean, outcome: outcomeOf(laps, again, clean) }
    })
    .sort((a, b) => b.date.localeCompare(a.date))
}

function outcomeOf(laps: number, again: number, clean: number): CorrectionSince['outcome'] {
  if (laps === 0) return 'not driven since'
  if (again + clean === 0) return 'nobody looked'
  if (again === 0) return 'held'
  return again * SELDOM < again + clean ? 'seldom again' : 'back again'
}
