import type { SchoolRecord } from '@ochote/contracts'
import { rateChange } from '../progress/faultRate'
import { effectiveEntries } from '../stintLog/stintRecord'
import { countedIn, groupedBy, type RecordedStint } from './recordedStint'

/** Pairs of instructors who logged one student differently on one day, by more than chance. Two stints are never the same drive. */
export function instructorsApart(stints: readonly RecordedStint[]): SchoolRecord['instructors'] {
  return groupedBy(stints, ({ studentId, date }) => `${date} ${studentId}`).flatMap((own) => {
    const { studentId, date } = own[0]!
    const each = groupedBy(own, ({ instructorId }) => instructorId)
      .map((theirs) => ({ instructorId: theirs[0]!.instructorId, ...countedIn(theirs) }))
      .filter(({ laps }) => laps > 0)
    return each.flatMap((a, k) =>
      each.slice(k + 1).flatMap((b) => {
        const change = rateChange(a, b)
        if (change === 'too few to tell') return []
        return [{ studentId, date, ...(change === 'more' ? { less: a, more: b } : { less: b, more: a }) }]
      }),
    )
  })
}

/**
 * Stints whose faults two instructors logged: how many each, and how many of them both had at the same corner on the same lap. A device that
 * does not know who holds it stands for one more.
 */
export function loggedTwice(stints: readonly RecordedStint[]): SchoolRecord['loggedTwice'] {
  return stints.flatMap(({ id, studentId, date, startsAt, entries }) => {
    const faults = effectiveEntries(entries).flatMap((entry) => (entry.kind === 'fault' ? [entry] : []))
    const [first, second] = groupedBy(faults, ({ loggedBy, deviceId }) => loggedBy ?? deviceId).sort((a, b) => b.length - a.length)
    if (!first || !second) return []
    const key = ({ lap, corner, code }: (typeof faults)[number]) => `${lap} ${corner} ${code}`
    const others = new Set(second.map(key))
    const both = new Set(first.map(key).filter((one) => others.has(one))).size
    const own = (some: typeof faults) => ({ instructorId: some[0]!.loggedBy ?? null, faults: some.length })
    return [{ stintId: id, studentId, date, startsAt, first: own(first), second: own(second), both }]
  })
}
