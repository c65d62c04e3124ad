import { isWithin, type Corner } from '../geometry/corners'
import type { DrivenLine } from './cornerPoints'

/** A place where a gear is taken up. */
export interface Upshift {
  readonly stationM: number
  readonly speedMps: number
  readonly fromGear: number
  readonly toGear: number
  /** the corner it falls inside, by number; null on a straight */
  readonly insideCorner: string | null
}

/** Where gears are taken up along a lap, and whether that falls inside a corner: a place to warn of. None with a single gear. */
export function upshiftsOf({ track, trace }: DrivenLine, corners: readonly Corner[]): Upshift[] {
  return [...trace.upshifts]
    .sort((a, b) => a - b)
    .map((i) => {
      const stationM = track.stationM[i]!
      const before = (i - 1 + track.count) % track.count
      return {
        stationM,
        speedMps: trace.speedMps[i]!,
        fromGear: trace.gear[before]!,
        toGear: trace.gear[i]!,
        insideCorner: corners.find((corner) => isWithin(track, corner, stationM))?.number ?? null,
      }
    })
}
