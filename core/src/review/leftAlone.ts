import type { PlacedHazard } from '../geometry/placedFeatures'
import { signedApart, stationsApart, valueAt, wrapStation, type Track } from '../geometry/track'
import type { PlanSolution } from '../plan/solvePlan'
import { indexAt } from './along'
import type { Drive } from './drive'
import type { Places } from './passes'

/** What a car must stay inside of. */
type LeftAlone = 'tall-kerb' | 'never-cross-line'

/** A single point stands for so many metres to either side of it. */
const POINT_M = 3

/** How far a hazard lies to the left of the centreline at a station, m; null where it does not reach. */
function hazardAt(track: Track, { drawn, stationM, endM }: PlacedHazard, s: number): number | null {
  if (drawn.length === 1) return Math.abs(signedApart(track, stationM, s)) <= POINT_M ? drawn[0]!.offsetM : null
  const [lengthM, into] = [stationsApart(track, stationM, endM), stationsApart(track, stationM, s)]
  if (into > lengthM) return null
  const after = drawn.findIndex((one, k) => k > 0 && stationsApart(track, stationM, one.stationM) >= into)
  const [a, b] = [drawn[after - 1] ?? drawn[0]!, drawn[after] ?? drawn[drawn.length - 1]!]
  const [from, spanM] = [stationsApart(track, stationM, a.stationM), stationsApart(track, a.stationM, b.stationM)]
  return a.offsetM + (spanM > 0 ? (b.offsetM - a.offsetM) * Math.min(1, Math.max(0, (into - from) / spanM)) : 0)
}

/**
 * How far a side of the car went beyond the hazards of a kind in a pass, on the far side from the planned line, m, and where; null where
 * there is no such hazard or the car stayed inside. The position is taken for the middle of the car.
 */
export function beyondHazard(
  { track, line, features, vehicle }: PlanSolution,
  drive: Drive,
  { fromM, toM }: Places,
  kind: LeftAlone,
): { byM: number; atM: number } | null {
  const hazards = features.hazards.filter((one) => one.kind === kind)
  if (hazards.length === 0) return null
  let most: { byM: number; atM: number } | null = null
  for (let i = indexAt(drive.alongM, fromM); i <= indexAt(drive.alongM, toM); i++) {
    const s = wrapStation(track, drive.alongM[i]!)
    for (const hazard of hazards) {
      const at = hazardAt(track, hazard, s)
      if (at === null) continue
      const side = Math.sign(at - valueAt(track, line.offsetM, s))
      const byM = side * (drive.offsetM[i]! - at) + vehicle.widthM / 2
      if (byM > (most?.byM ?? 0)) most = { byM, atM: drive.alongM[i]! }
    }
  }
  return most
}
