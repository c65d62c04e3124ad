import { holds, indexAt } from './along'
import type { Drive } from './drive'
import type { Places } from './passes'

const TURNED_SHARE = 0.3

/** The wheel rests where it turns by less than this share of the fastest, for so long; a step is at least this share of the whole. */
const RESTS_SHARE = 0.14
const RESTS_S = 0.12
const STEP_SHARE = 0.12
/** Slower than this share of the fastest, the wheel is wound on, which is no step. */
const STEP_RATE_SHARE = 0.32

/** How many times the wheel is turned further in before the apex, with a rest between. */
export function steeringSteps({ timeS, steerRad }: Drive, from: number, to: number): number {
  const steer = steerRad!
  let most = from
  for (let i = from; i <= to; i++) if (Math.abs(steer[i]!) > Math.abs(steer[most]!)) most = i
  const whole = Math.abs(steer[most]!)
  const direction = Math.sign(steer[most]!)
  let start = most
  while (start > from && direction * steer[start]! > 0.05 * whole) start--
  const rate = (i: number) => (direction * (steer[i + 1]! - steer[i - 1]!)) / (timeS[i + 1]! - timeS[i - 1]!)
  let fastest = 0
  for (let i = start + 1; i < most; i++) fastest = Math.max(fastest, rate(i))
  let [steps, movedFrom, restsSince, quickest] = [0, start, -1, 0]
  const end = (i: number) => {
    if (direction * (steer[i]! - steer[movedFrom]!) >= STEP_SHARE * whole && quickest >= STEP_RATE_SHARE * fastest) steps++
    ;[movedFrom, quickest] = [i, 0]
  }
  for (let i = start + 1; i < most; i++) {
    quickest = Math.max(quickest, rate(i))
    if (rate(i) >= RESTS_SHARE * fastest) {
      const hasRested = restsSince >= 0 && timeS[i]! - timeS[restsSince]! >= RESTS_S
      if (hasRested) [movedFrom, quickest] = [i - 1, rate(i)]
      restsSince = -1
    } else if (restsSince < 0) restsSince = i
    else if (timeS[i]! - timeS[restsSince]! >= RESTS_S && movedFrom < restsSince) end(restsSince)
  }
  end(most)
  return Math.max(1, steps)
}

/** Where the path turns in: the first place from where it bends by a share of the most that it bends before the apex, and goes on so. */
export function turnedAt({ timeS, alongM, curvaturePerM }: Drive, turnIn: number, apex: number, from: number, sign: number): number {
  let most = 0
  for (let i = turnIn; i <= apex; i++) most = Math.max(most, sign * curvaturePerM[i]!)
  const bends = (i: number) => sign * curvaturePerM[i]! > TURNED_SHARE * most
  let i = from
  while (i < apex && !(bends(i) && holds(timeS, i, TURNS_S, bends))) i++
  return alongM[i]!
}
const TURNS_S = 0.3

/** Where the wheel is let go on the way out, as shares of the way from apex to exit. */
const LET_GO = { from: 0.4, to: 0.8 }

/** How much of the most that the wheel was turned in a corner it still had on the way out, on average; null where it was not turned. */
export function heldOnTheWayOut({ alongM, steerRad }: Drive, { turnInM, apexM, exitM }: Places): number | null {
  const steer = steerRad!
  const on = (share: number) => indexAt(alongM, apexM + share * (exitM - apexM))
  let most = indexAt(alongM, turnInM)
  for (let i = most; i <= indexAt(alongM, exitM); i++) if (Math.abs(steer[i]!) > Math.abs(steer[most]!)) most = i
  // a channel without values, or one that stays at 0
  if (!(Math.abs(steer[most]!) > 0)) return null
  const [from, to] = [on(LET_GO.from), on(LET_GO.to)]
  let sum = 0
  for (let i = from; i <= to; i++) sum += steer[i]! / steer[most]!
  return sum / (to - from + 1)
}
