import type { Runners } from '@ochote/contracts'
import type { DayDraws } from './dayDraws'
import { catchesByDay, chanceOfAny, countCatches } from './release'

/** Up to so many runners every order is tried. */
const EXHAUSTIVE_TO = 7
/** Beyond, exchanges are compared on every so many-th day: the answer is not proved to be the best anyway. */
const SEARCHED_EVERY = 4

/** Fastest first: with equal spreads nothing is better while nobody can lap anybody. */
const fastestFirst = ({ runners }: Runners): number[] => runners.map((_, k) => k).sort((a, b) => runners[a]!.lapS - runners[b]!.lapS)

/** Every order of some runners, one at a time. */
function* ordersOf(rest: readonly number[]): Generator<number[]> {
  if (rest.length <= 1) yield [...rest]
  else
    for (const [k, first] of rest.entries())
      for (const tail of ordersOf([...rest.slice(0, k), ...rest.slice(k + 1)])) yield [first, ...tail]
}

/** Orders that differ from one by an exchange of two, or by one that is put elsewhere. */
function* neighboursOf(order: readonly number[]): Generator<number[]> {
  for (let a = 0; a < order.length; a++)
    for (let b = a + 1; b < order.length; b++) {
      const exchanged = [...order]
      ;[exchanged[a], exchanged[b]] = [exchanged[b]!, exchanged[a]!]
      yield exchanged
    }
  for (let from = 0; from < order.length; from++)
    for (let to = 0; to < order.length; to++) {
      const moved = [...order]
      const [one] = moved.splice(from, 1)
      moved.splice(to, 0, one!)
      yield moved
    }
}

/**
 * The order with the fewest catches at an interval: of all orders up to seven runners; beyond, one that no exchange of two and
 * no other place of one makes better. An order is given up as soon as it has more catches than the best so far.
 * @param onTried - called with how many orders have been tried
 */
export function bestOrder(
  runners: Runners,
  draws: DayDraws,
  intervalS: number,
  onTried: (orders: number) => void = () => undefined,
): number[] {
  let best = fastestFirst(runners)
  const isExhaustive = best.length <= EXHAUSTIVE_TO
  const byDay = catchesByDay(runners, draws, best, intervalS)
  const days = [...byDay.keys()].filter((day) => isExhaustive || day % SEARCHED_EVERY === 0).sort((a, b) => byDay[b]! - byDay[a]!)
  let fewest = days.reduce((sum, day) => sum + byDay[day]!, 0)
  let tried = 0
  const tryOne = (order: number[]): boolean => {
    onTried(++tried)
    const catches = countCatches(runners, draws, order, intervalS, fewest - 1, days)
    if (catches >= fewest) return false
    ;[best, fewest] = [order, catches]
    return true
  }
  if (isExhaustive) {
    for (const order of ordersOf([...best])) {
      if (fewest === 0) break
      tryOne(order)
    }
    return best
  }
  for (let better = fewest > 0; better;) {
    better = false
    for (const order of neighboursOf(best)) better = tryOne(order) || better
  }
  return best
}

/**
 * The smallest whole-second interval at which anyone catches anyone with at most a chance; null where none up to a lap does.
 * @param onTried - called with each interval that is tried, s
 */
export function leastInterval(
  runners: Runners,
  draws: DayDraws,
  order: readonly number[],
  wantedChance: number,
  onTried: (intervalS: number) => void = () => undefined,
): number | null {
  const longest = Math.ceil(Math.max(...runners.runners.map((one) => one.lapS)))
  for (let intervalS = 0; intervalS <= longest; intervalS++) {
    onTried(intervalS)
    if (chanceOfAny(runners, draws, order, intervalS) <= wantedChance) return intervalS
  }
  return null
}
