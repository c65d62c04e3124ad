import { isWithin, type Corner } from '../geometry/corners'
import type { DrivenLine } from './cornerPoints'

/** A place where the gear changes. */
export interface GearChange {
  readonly stationM: number
  readonly speedMps: number
  readonly fromGear: number
  readonly toGear: number
  /** the corner it falls inside, by number; null on a straight */
  readonly insideCorner: string | null
}

/** Where the driver changes gear along a lap, and whether that falls inside a corner: a place to warn of. None with a single gear. */
export function gearChangesOf({ track, trace }: DrivenLine, corners: readonly Corner[]): GearChange[] {
  const changes: GearChange[] = []
  for (let i = 0; i < track.count; i++) {
    const before = i === 0 ? (track.closed ? track.count - 1 : 0) : i - 1
    const [fromGear, toGear] = [trace.gear[before]!, trace.gear[i]!]
    if (fromGear === toGear) continue
    const stationM = track.stationM[i]!
    const insideCorner = corners.find((corner) => isWithin(track, corner, stationM))?.number ?? null
    changes.push({ stationM, speedMps: trace.speedMps[i]!, fromGear, toGear, insideCorner })
  }
  return changes
}
