import type { Track } from './track'

/** A place given by station and offset. */
export interface StationOffset {
  stationM: number
  /** left positive */
  offsetM: number
}

/** The station and offset of a place in local metres: the nearest sample, then a step along its tangent. */
export function nearestOnTrack(track: Track, x: number, y: number): StationOffset {
  let nearest = 0
  let least = Infinity
  for (let i = 0; i < track.count; i++) {
    const dx = x - track.x[i]!
    const dy = y - track.y[i]!
    const d = dx * dx + dy * dy
    if (d < least) {
      least = d
      nearest = i
    }
  }
  const heading = track.headingRad[nearest]!
  const dx = x - track.x[nearest]!
  const dy = y - track.y[nearest]!
  const along = dx * Math.cos(heading) + dy * Math.sin(heading)
  const offsetM = dy * Math.cos(heading) - dx * Math.sin(heading)
  const stretch = 1 - track.curvaturePerM[nearest]! * offsetM // stations are shorter on the inside of a turn
  const stationM = track.stationM[nearest]! + along / Math.max(0.2, stretch)
  const wrapped = track.closed
    ? ((stationM % track.lengthM) + track.lengthM) % track.lengthM
    : Math.min(track.lengthM, Math.max(0, stationM))
  return { stationM: wrapped, offsetM }
}
