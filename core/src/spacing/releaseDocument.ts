import type { Runners } from '@ochote/contracts'
import { bestOrder, leastInterval } from './bestRelease'
import { drawDays } from './dayDraws'
import { release, type Release } from './release'

/** Days that are simulated. A chance near 5 % is then known to within 1.3 in a hundred (three standard errors). */
const DAYS = 2_500
const SEED = 20_261_129
/** Without an interval in the file, s. */
const USUAL_INTERVAL_S = 10

/** What a runners file leads to: as it was given, the best order, and the least interval. */
export interface ReleaseDocument {
  readonly days: number
  readonly seed: number
  /** null where the file gives neither order nor interval */
  readonly given: Release | null
  readonly bestOrder: Release
  /** null without a wanted chance, and where no interval up to a lap is long enough */
  readonly leastInterval: Release | null
}

/** How far a simulation is: orders tried, or the interval that is tried, s. */
export type ReleaseProgress = { readonly orders: number } | { readonly intervalS: number }

/** Simulates a release: the given order and interval, the order with the fewest catches, and the shortest interval for a wanted chance. */
export function releaseDocument(runners: Runners, onProgress: (so: ReleaseProgress) => void = () => undefined): ReleaseDocument {
  const draws = drawDays(runners, DAYS, SEED)
  const { order, intervalS, wantedChance } = runners
  const placeOf = (id: string) => runners.runners.findIndex((one) => one.id === id)
  const asListed = order?.map(placeOf) ?? runners.runners.map((_, k) => k)
  const atS = intervalS ?? USUAL_INTERVAL_S
  const best = bestOrder(runners, draws, atS, (orders) => onProgress({ orders }))
  const least =
    wantedChance === undefined
      ? null
      : leastInterval(runners, draws, order ? asListed : best, wantedChance, (tried) => onProgress({ intervalS: tried }))
  return {
    days: DAYS,
    seed: SEED,
    given: order || intervalS !== undefined ? release(runners, draws, asListed, atS) : null,
    bestOrder: release(runners, draws, best, atS),
    leastInterval: least === null ? null : release(runners, draws, order ? asListed : best, least),
  }
}
