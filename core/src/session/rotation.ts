/** A stretch of a led session with one follower right behind the lead. */
export interface Turn {
  /** place of the follower right behind, in the order they set out, 0 first */
  readonly follower: number
  /** first and last lap of it, 1 is the first */
  readonly fromLap: number
  readonly toLap: number
  /** everyone behind the lead in order, the nearest first */
  readonly order: readonly number[]
}

/**
 * Who is right behind the lead on which lap (docs/model.md, Led sessions). After each turn the first falls back to the last place.
 * Everyone gets the same number of laps right behind the lead, to within one, and no turn is longer than asked: where the laps
 * do not divide, the first in line get the one more.
 * @param followers - how many follow, ≥ 1
 * @param laps - laps led, ≥ 1
 * @param lapsBehind - the longest turn, laps, ≥ 1
 * @throws RangeError for numbers below 1 or not whole
 */
export function rotationTable(followers: number, laps: number, lapsBehind: number): Turn[] {
  for (const [name, value] of Object.entries({ followers, laps, lapsBehind }))
    if (!Number.isInteger(value) || value < 1) throw new RangeError(`${name} must be a whole number ≥ 1, got ${value}`)
  const rounds = Math.ceil(laps / (followers * lapsBehind))
  const totalOf = (follower: number) => Math.floor(laps / followers) + (follower < laps % followers ? 1 : 0)
  const turns: Turn[] = []
  let lap = 1
  for (let round = 0; round < rounds; round++) {
    for (let follower = 0; follower < followers; follower++) {
      const total = totalOf(follower)
      const length = Math.ceil((total * (round + 1)) / rounds) - Math.ceil((total * round) / rounds)
      if (length === 0) continue
      const order = Array.from({ length: followers }, (_, k) => (follower + k) % followers)
      turns.push({ follower, fromLap: lap, toLap: lap + length - 1, order })
      lap += length
    }
  }
  return turns
}

/** The turn a lap belongs to; the last one after the end. */
export const turnOfLap = (turns: readonly Turn[], lap: number): Turn | undefined =>
  turns.find((t) => lap <= t.toLap) ?? turns[turns.length - 1]

/** A gap in time at a speed, as a length on the road. */
export const gapLengthM = (gapS: number, speedMps: number): number => gapS * speedMps
