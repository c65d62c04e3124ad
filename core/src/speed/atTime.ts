import { wrapStation, type Track } from '../geometry/track'
import type { SpeedTrace } from './speedAlong'

/** The last sample reached after a number of seconds; the first sample for a time before the lap begins. */
export function sampleAtTime(timeS: Float64Array, seconds: number): number {
  let low = 0
  let high = timeS.length - 1
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (timeS[middle]! <= seconds) low = middle
    else high = middle - 1
  }
  return low
}

/** The place on a lap at a time, metres from the line, interpolated between samples. Times before or after the lap go round. */
export function stationAtTime(track: Track, { timeS, lapTimeS }: Pick<SpeedTrace, 'timeS' | 'lapTimeS'>, seconds: number): number {
  const inLap = ((seconds % lapTimeS) + lapTimeS) % lapTimeS
  const i = sampleAtTime(timeS, inLap)
  const next = i + 1 < track.count ? timeS[i + 1]! : lapTimeS
  const share = (inLap - timeS[i]!) / Math.max(1e-9, next - timeS[i]!)
  return wrapStation(track, track.stationM[i]! + Math.min(1, share) * track.stepM)
}
