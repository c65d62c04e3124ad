import type { CarState } from '@ochote/core'
import { runningTime } from '../../format/format'

/** What a car needs next, in words short enough for its place on the ribbon and whole for its line in the list. */
export interface CarNeed {
  readonly short: string
  readonly whole: string
  readonly isLate: boolean
}

const minutes = (seconds: number) => runningTime(Math.max(0, seconds)).replace(/\.\d$/, '')

/**
 * What comes next for a car, and when.
 * @param releaseBar - what keeps its student from being released; null where nothing does
 * @param releaseAtMs - when it may be released, where it is the next to go
 */
export function carNeed(
  { state, lap, left, expectedAtMs, overdueS }: CarState,
  releaseBar: string | null,
  now: number,
  releaseAtMs: number | null,
): CarNeed {
  if (state === 'in') return { short: 'in', whole: 'In. The debrief comes next.', isLate: false }
  if (state === 'waiting') {
    if (releaseBar !== null) return { short: 'held', whole: releaseBar, isLate: true }
    const waitS = releaseAtMs === null ? null : (releaseAtMs - now) / 1000
    const whole = waitS === null ? 'Waits for the cars before it' : waitS > 0 ? `Release it in ${minutes(waitS)}` : 'Release it now'
    return { short: 'waits', whole, isLate: false }
  }
  const lapWords = state === 'out lap' ? 'out lap' : `lap ${lap}`
  const after = left > 0 ? `${left} to go after it` : 'then in'
  if (overdueS > 0) {
    const late = Math.round(overdueS)
    return { short: `▲ ${late} s late`, whole: `▲ overdue ${late} s on its ${lapWords}: look for it`, isLate: true }
  }
  const dueS = expectedAtMs === null ? null : (expectedAtMs - now) / 1000
  if (dueS === null) return { short: lapWords, whole: lapWords, isLate: false }
  return {
    short: left > 0 ? `line ${minutes(dueS)}` : `last, ${minutes(dueS)}`,
    whole: `At the line in ${minutes(dueS)}: ${lapWords}, ${after}`,
    isLate: false,
  }
}
