import { timedLaps, type StintRecord } from './stintRecord'

/** One corner on one day. */
export interface DayAtCorner {
  /** codes logged, the most often seen first */
  readonly codes: readonly { readonly code: string; readonly times: number }[]
  readonly faults: number
  /** timed laps */
  readonly laps: number
  /** faults logged per timed lap; null on a day without one */
  readonly perLap: number | null
}

/** One corner over the days, in their order. */
export interface CornerHistory {
  readonly corner: string
  readonly days: readonly DayAtCorner[]
  /** what was logged on the last day against the first, which is not what was driven: nobody may have looked; null where there is nothing to compare */
  readonly change: 'not logged since' | 'fewer' | 'the same' | 'more' | 'new' | 'nothing logged' | null
}

/** A change of fewer than this many faults a lap is called the same. */
const SAME_WITHIN_PER_LAP = 0.1

function dayAt(corner: string, records: readonly StintRecord[]): DayAtCorner {
  const laps = records.reduce((sum, r) => sum + timedLaps(r).length, 0)
  const times = new Map<string, number>()
  for (const fault of records.flatMap((r) => r.faults)) {
    if (fault.corner === corner) times.set(fault.code, (times.get(fault.code) ?? 0) + 1)
  }
  const faults = [...times.values()].reduce((a, b) => a + b, 0)
  return {
    codes: [...times].map(([code, n]) => ({ code, times: n })).sort((a, b) => b.times - a.times),
    faults,
    laps,
    perLap: laps === 0 ? null : faults / laps,
  }
}

function changeOf(days: readonly DayAtCorner[]): CornerHistory['change'] {
  const driven = days.map((d) => d.perLap).filter((rate) => rate !== null)
  const first = driven[0]
  const last = driven[driven.length - 1]
  if (driven.length < 2 || first === undefined || last === undefined) return null
  if (first === 0 && last === 0) return 'nothing logged'
  if (last === 0) return 'not logged since'
  if (first === 0) return 'new'
  if (Math.abs(last - first) < SAME_WITHIN_PER_LAP) return 'the same'
  return last < first ? 'fewer' : 'more'
}

/**
 * What was logged at every corner, day by day.
 * @param corners - numbers in the order of the lap
 * @param days - each day's stints, the oldest day first
 */
export function cornerHistories(corners: readonly string[], days: readonly (readonly StintRecord[])[]): CornerHistory[] {
  return corners.map((corner) => {
    const own = days.map((records) => dayAt(corner, records))
    return { corner, days: own, change: changeOf(own) }
  })
}
