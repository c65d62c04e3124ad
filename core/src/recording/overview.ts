import type { Track } from '../geometry/track'
import { lapsOf, type LapFlaw } from './laps'
import { placed, type Placed } from './placed'
import type { Channel, Recording } from './recording'

/** What is listed of a recording without opening it. */
export interface Overview {
  readonly durationS: number
  readonly rateHz: number
  readonly channels: readonly Channel[]
  readonly derived: readonly Channel[]
  /** share of its samples that lie on the track */
  readonly onTrack: number
  readonly laps: readonly {
    readonly lap: number
    readonly startS: number
    readonly timeS: number
    readonly complete: boolean
    readonly flaws: readonly LapFlaw[]
  }[]
}

/** A drive with less of it on a circuit was driven elsewhere. */
export const LEAST_ON_TRACK = 0.5

/**
 * What a recording holds, and its laps on the circuit that it was driven on: the one that has most of it.
 * @param tracks - circuits that it may have been driven on
 * @returns the track, or null where it is on none of them; then there are no laps
 */
export function overviewOf(recording: Recording, tracks: readonly Track[]): { track: Track | null; overview: Overview } {
  const places = tracks.map((track) => ({ track, where: placed(track, recording) })).map((one) => ({ ...one, onTrack: onTrack(one.where) }))
  const best = places.reduce<(typeof places)[number] | null>((a, b) => (a && a.onTrack >= b.onTrack ? a : b), null)
  const { timeS, of } = recording
  const steps = Float64Array.from({ length: timeS.length - 1 }, (_, i) => timeS[i + 1]! - timeS[i]!).sort()
  const known = {
    durationS: timeS.at(-1)! - timeS[0]!,
    rateHz: 1 / steps[Math.floor(steps.length / 2)]!,
    channels: Object.keys(of) as Channel[],
  }
  if (!best || best.onTrack < LEAST_ON_TRACK) return { track: null, overview: { ...known, derived: [], onTrack: 0, laps: [] } }
  const laps = lapsOf(best.track, best.where).map(({ lap, startS, timeS: lapS, complete, flaws }) => ({
    lap,
    startS,
    timeS: lapS,
    complete,
    flaws,
  }))
  return { track: best.track, overview: { ...known, derived: best.where.derived, onTrack: best.onTrack, laps } }
}

const onTrack = ({ alongM }: Placed): number => alongM.reduce((count, s) => count + (Number.isNaN(s) ? 0 : 1), 0) / alongM.length
