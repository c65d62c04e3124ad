import { sampleAtStation, signedApart, wrapStation, type Track } from '../geometry/track'
import type { DrivenCoefficients } from './drivenLine'
import type { OffsetBasis } from './offsetBasis'

/** Where one line gives way to another, they meet within this many knots to either side. */
const BLEND_KNOTS = 4

/** A lap cut into one piece for each corner: what is nearest to its apex. One corner's number at each sample. */
export type CornerOwners = readonly string[]

/** Without corners, the whole lap is one piece. */
export function cornerOwners(track: Track, apexes: readonly { readonly number: string; readonly apexM: number }[]): CornerOwners {
  const away = (apexM: number, s: number) => Math.abs(signedApart(track, apexM, s))
  if (apexes.length === 0) return Array.from(track.stationM, () => '')
  return Array.from(track.stationM, (s) => apexes.reduce((near, one) => (away(one.apexM, s) < away(near.apexM, s) ? one : near)).number)
}

/** Seconds driven on a corner's piece. */
export function secondsOwned({ q, stepM }: DrivenCoefficients, owner: CornerOwners, number: string): number {
  let seconds = 0
  for (let i = 0; i < q.length; i++) if (owner[i] === number) seconds += stepM[i]! / Math.sqrt(q[i]!)
  return seconds
}

/** A line with another's pieces at some corners. */
export function takeFrom(
  track: Track,
  basis: OffsetBasis,
  other: Float64Array,
  line: Float64Array,
  owner: CornerOwners,
  corners: ReadonlySet<string>,
): Float64Array {
  const stationOf = (k: number) => {
    const raw = (k - 1) * basis.knotSpacingM
    return track.closed ? wrapStation(track, raw) : Math.min(track.lengthM, Math.max(0, raw))
  }
  const takes = (k: number) => (corners.has(owner[sampleAtStation(track, stationOf(k))]!) ? 1 : 0)
  return line.map((c, k) => {
    let share = 0
    for (let d = -BLEND_KNOTS; d <= BLEND_KNOTS; d++) share += takes(k + d) / (2 * BLEND_KNOTS + 1)
    return c + share * (other[k]! - c)
  })
}

/** Lines this near to each other are the same way through a corner, m. */
const SAME_WAY_M = 0.05
/** A piece that takes this much longer may still lead to a quicker lap, because what follows is driven faster, s. */
const MAY_TAKE_LONGER_S = 0.03

/**
 * Goes from corner to corner and takes another line's way through each one that makes the whole lap quicker. There is no search, so it costs
 * only a few laps per corner.
 * @param drive - gives a line's speeds
 */
export function swapCorners(
  track: Track,
  basis: OffsetBasis,
  line: DrivenCoefficients,
  others: readonly DrivenCoefficients[],
  owner: CornerOwners,
  drive: (coefficients: Float64Array) => DrivenCoefficients,
): DrivenCoefficients {
  let best = line
  for (const number of new Set(owner)) {
    const ownS = secondsOwned(best, owner, number)
    for (const other of others) {
      if (secondsOwned(other, owner, number) > ownS + MAY_TAKE_LONGER_S) continue
      const taken = takeFrom(track, basis, other.coefficients, best.coefficients, owner, new Set([number]))
      if (taken.every((c, k) => Math.abs(c - best.coefficients[k]!) < SAME_WAY_M)) continue
      const swapped = drive(taken)
      if (swapped.lapTimeS < best.lapTimeS) best = swapped
    }
  }
  return best
}

/** The costliest corners of a line that takes longer than it may, with what each costs, seconds; none where it does not. */
export function costliest(
  line: DrivenCoefficients,
  fastest: DrivenCoefficients,
  owner: CornerOwners,
  corners: readonly string[],
  { mostShare, atOnceShare }: { mostShare: number; atOnceShare: number },
): Map<string, number> {
  const costS = (number: string) => secondsOwned(line, owner, number) - secondsOwned(fastest, owner, number)
  const byCost = corners.map((number) => ({ number, costS: costS(number) })).sort((a, b) => b.costS - a.costS)
  const out = new Map<string, number>()
  let overS = atOnceShare * (line.lapTimeS - (1 + mostShare) * fastest.lapTimeS)
  for (const { number, costS } of byCost) {
    if (overS <= 0) break
    overS -= Math.max(0, costS)
    out.set(number, costS)
  }
  return out
}
