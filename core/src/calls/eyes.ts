import type { DrivenLine } from '../corners/cornerPoints'
import type { PlacedHazard } from '../geometry/placedFeatures'
import { stationsApart, wrapStation, type Track } from '../geometry/track'

const LOOK_AHEAD_S = { least: 3, usual: 4, most: 6 } as const

/** Where to look from a place on the lap. */
interface LookTo {
  /** where the vehicle will be, metres along the lap */
  readonly stationM: number
  readonly aheadM: number
  /** what hides it, in words; null where it can be seen */
  readonly hiddenBy: string | null
}

/** Hazards that block the view. */
const HIDING = new Map([
  ['blind-crest', 'a blind crest'],
  ['wall', 'a wall'],
])

/**
 * The place to check from a station: where the vehicle will be `aheadS` seconds later (docs/model.md, Calls). Where a blind crest
 * or a wall lies between, it says so.
 * @throws RangeError when `aheadS` is not within 3 to 6 s
 */
export function lookTo(
  { track, trace, features: { hazards } }: DrivenLine & { readonly features: { readonly hazards: readonly PlacedHazard[] } },
  stationM: number,
  aheadS: number = LOOK_AHEAD_S.usual,
): LookTo {
  if (!(aheadS >= LOOK_AHEAD_S.least && aheadS <= LOOK_AHEAD_S.most))
    throw new RangeError(`aheadS must be ${LOOK_AHEAD_S.least} to ${LOOK_AHEAD_S.most}, got ${aheadS}`)
  let left = aheadS
  let aheadM = 0
  while (left > 0 && (track.closed || stationM + aheadM < track.lengthM)) {
    const i = Math.floor(wrapStation(track, stationM + aheadM) / track.stepM) % track.count
    const stepS = track.stepM / Math.max(0.1, trace.speedMps[i]!)
    aheadM += track.stepM * Math.min(1, left / stepS)
    left -= stepS
  }
  return { stationM: wrapStation(track, stationM + aheadM), aheadM, hiddenBy: hiding(track, hazards, stationM, aheadM) }
}

function hiding(track: Track, hazards: readonly PlacedHazard[], fromM: number, aheadM: number): string | null {
  const between = hazards.find(({ kind, stationM }) => {
    const on = stationsApart(track, fromM, stationM)
    return HIDING.has(kind) && on > 0 && on < aheadM
  })
  return between ? (HIDING.get(between.kind) ?? null) : null
}
