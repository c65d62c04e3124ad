import type { Runners } from '@ochote/contracts'
import type { DayDraws } from './dayDraws'
import { daySimulator, type ReleaseRules } from './releaseDay'

/** One pair of runners, and how likely the one behind is to catch the other. */
export interface CaughtPair {
  readonly ahead: string
  readonly behind: string
  /** share of days on which it happens */
  readonly chance: number
  /** where it most often begins: lap from 1, metres along it */
  readonly lap: number
  readonly stationM: number
}

/** What an order and an interval lead to. */
export interface Release {
  readonly order: readonly string[]
  readonly intervalS: number
  readonly chanceOfAny: number
  readonly expectedCatches: number
  /** from the first start until the last is in, on average */
  readonly sessionS: number
  /** those above one in a thousand, most likely first */
  readonly pairs: readonly CaughtPair[]
}

const RAREST = 0.001
/** Places of catches are gathered in so many parts of a lap. */
const PARTS = 40

/** Progress through a lap: which share of its length is driven after a share of its time. Even without a plan. */
export type Progress = (timeShare: number) => number
const even: Progress = (share) => share

/** The rules of a day at an interval. Passing zones given in metres become shares of the lap's time. */
export function rulesAt({ laps, behindS, passing, lapLengthM }: Runners, intervalS: number): ReleaseRules {
  const zones = passing.allowed ? passing.zones.map(([from]) => (from % lapLengthM) / lapLengthM) : []
  return { laps, behindS, intervalS, passS: passing.passS, passAt: [...new Set(zones)].sort((a, b) => a - b) }
}

/** Catches on each day of an order. */
export function catchesByDay(runners: Runners, draws: DayDraws, order: readonly number[], intervalS: number): Int32Array {
  const simulate = daySimulator(runners.runners.length, rulesAt(runners, intervalS))
  const aDay = runners.runners.length * runners.laps
  const byDay = new Int32Array(draws.days)
  for (let day = 0; day < draws.days; day++) simulate(order, draws.lapS, day * aDay, () => void byDay[day]!++)
  return byDay
}

/**
 * Catches over all days of an order, or any number above `most` as soon as there are more.
 * @param order - runners by their places in the file
 * @param days - in which order the days are looked at: those with many catches first, an order is given up soon
 */
export function countCatches(
  runners: Runners,
  draws: DayDraws,
  order: readonly number[],
  intervalS: number,
  most = Infinity,
  days: Iterable<number> = Array(draws.days).keys(),
): number {
  const simulate = daySimulator(runners.runners.length, rulesAt(runners, intervalS))
  const aDay = runners.runners.length * runners.laps
  let catches = 0
  const count = () => void catches++
  for (const day of days) {
    simulate(order, draws.lapS, day * aDay, count)
    if (catches > most) break
  }
  return catches
}

/** The share of days on which anyone catches anyone. */
export function chanceOfAny(runners: Runners, draws: DayDraws, order: readonly number[], intervalS: number): number {
  const simulate = daySimulator(runners.runners.length, rulesAt(runners, intervalS))
  const aDay = runners.runners.length * runners.laps
  let days = 0
  for (let day = 0; day < draws.days; day++) {
    let any = false
    simulate(order, draws.lapS, day * aDay, () => (any = true))
    if (any) days++
  }
  return days / draws.days
}

/** Who catches whom, where and how likely, and how long the session is. */
export function release(runners: Runners, draws: DayDraws, order: readonly number[], intervalS: number, progress = even): Release {
  const simulate = daySimulator(runners.runners.length, rulesAt(runners, intervalS))
  const n = runners.runners.length
  const aDay = n * runners.laps
  const idOf = (k: number) => runners.runners[k]!.id
  const daysOf = new Map<number, number>()
  const places = new Map<number, Map<number, { count: number; share: number }>>()
  let [catches, anyDays, sessionS] = [0, 0, 0]
  for (let day = 0; day < draws.days; day++) {
    const today = new Set<number>()
    sessionS += simulate(order, draws.lapS, day * aDay, (ahead, behind, lap, share) => {
      catches++
      const pair = ahead * n + behind
      today.add(pair)
      const part = lap * PARTS + Math.min(PARTS - 1, Math.floor(share * PARTS))
      const of = places.get(pair) ?? new Map<number, { count: number; share: number }>()
      const so = of.get(part) ?? { count: 0, share: 0 }
      of.set(part, { count: so.count + 1, share: so.share + share })
      places.set(pair, of)
    })
    if (today.size > 0) anyDays++
    for (const pair of today) daysOf.set(pair, (daysOf.get(pair) ?? 0) + 1)
  }
  const pairs = [...daysOf].flatMap(([pair, days]): CaughtPair[] => {
    const chance = days / draws.days
    if (chance <= RAREST) return []
    const [part, { count, share }] = [...places.get(pair)!].reduce((most, one) => (one[1].count > most[1].count ? one : most))
    return [
      {
        ahead: idOf(Math.floor(pair / n)),
        behind: idOf(pair % n),
        chance,
        lap: Math.floor(part / PARTS) + 1,
        stationM: progress(share / count) * runners.lapLengthM,
      },
    ]
  })
  return {
    order: order.map(idOf),
    intervalS,
    chanceOfAny: anyDays / draws.days,
    expectedCatches: catches / draws.days,
    sessionS: sessionS / draws.days,
    pairs: pairs.sort((a, b) => b.chance - a.chance),
  }
}
