import type { LapTrace, RecordedLap, Track } from '@ochote/core'

/** A moment of a drive: which lap, and where on it. */
export interface Moment {
  readonly lap: number
  readonly stationM: number
}

type Timed = readonly { readonly lap: RecordedLap; readonly trace: LapTrace }[]

/** When the car was at a place on a lap, in seconds of the recording; null where the recording has nothing there. */
export function timeOfPlace(laps: Timed, track: Track, { lap, stationM }: Moment): number | null {
  const own = laps.find((one) => one.lap.lap === lap)
  if (!own) return null
  const sinceS = own.trace.timeS[Math.min(track.count - 1, Math.round(stationM / track.stepM))]!
  return Number.isNaN(sinceS) ? null : own.lap.startS + sinceS
}

/** Where the car was at a second of the recording; null where the recording has nothing then. */
export function placeOfTime(laps: Timed, track: Track, timeS: number): Moment | null {
  const own = laps.find(({ lap }) => timeS >= lap.startS && timeS < lap.startS + lap.timeS)
  if (!own) return null
  const { timeS: since } = own.trace
  const wanted = timeS - own.lap.startS
  let [low, high] = [0, since.length - 1]
  // the first places of an out lap have no time: they count as before it
  const isBefore = (i: number) => (Number.isNaN(since[i]!) ? i < since.length / 2 : since[i]! <= wanted)
  if (!isBefore(low)) return { lap: own.lap.lap, stationM: 0 }
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (isBefore(middle)) low = middle
    else high = middle
  }
  return { lap: own.lap.lap, stationM: track.stationM[low]! }
}
