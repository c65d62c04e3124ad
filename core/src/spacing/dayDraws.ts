import type { Runners } from '@ochote/contracts'
import { normalFrom, randomFrom } from '../random/random'

/** Lap times of every runner on every simulated day, in the order of the file: the same for every order and interval compared. */
export interface DayDraws {
  readonly days: number
  readonly seed: number
  /** lap time of a runner on a day, s: index (day · runners + runner) · laps + lap */
  readonly lapS: Float64Array
}

/** No lap takes less than this share of the runner's usual one. */
const SHORTEST_SHARE = 0.7

/**
 * Draws the laps of simulated days: (lapS + daySpreadS·z + lapSpreadS·e) · f, f being the out lap's factor on the first lap
 * (docs/model.md, Spacing).
 */
export function drawDays({ runners, laps, outLapFactor }: Runners, days: number, seed: number): DayDraws {
  const random = randomFrom(seed)
  const lapS = new Float64Array(days * runners.length * laps)
  let at = 0
  for (let day = 0; day < days; day++)
    for (const runner of runners) {
      const meanS = runner.lapS + runner.daySpreadS * normalFrom(random)
      for (let lap = 0; lap < laps; lap++) {
        const drawnS = (meanS + runner.lapSpreadS * normalFrom(random)) * (lap === 0 ? outLapFactor : 1)
        lapS[at++] = Math.max(SHORTEST_SHARE * runner.lapS, drawnS)
      }
    }
  return { days, seed, lapS }
}
