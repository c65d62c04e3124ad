import type { Track } from '../geometry/track'
import { wentThroughPits } from './pitLane'
import type { Placed } from './placed'
import { GAP_S } from './smooth'

/** Why a lap is not compared with others. */
export type LapFlaw = 'out' | 'in' | 'pit' | 'gap' | 'stop' | 'off' | 'after'

/** A lap of a recording: from crossing to crossing, or what came before the first and after the last. */
export interface RecordedLap {
  /** 0 is the out lap */
  readonly lap: number
  readonly startS: number
  readonly timeS: number
  /** whether it went from crossing to crossing */
  readonly complete: boolean
  readonly flaws: readonly LapFlaw[]
  /** first sample at or after its start, and the first after its end */
  readonly from: number
  readonly to: number
}

/** Slower than this is standing, m/s. */
const STANDING_MPS = 1
/** A first or last piece shorter than this share of a lap is none. */
const LEAST_SHARE = 0.02

/** Splits a recording where it crosses the start line, between samples by the speed there. */
export function lapsOf(track: Track, recording: Placed): RecordedLap[] {
  const { timeS, alongM } = recording
  const crossings: { lap: number; atS: number; i: number }[] = []
  const lapAt = (i: number) => Math.floor(alongM[i]! / track.lengthM)
  let [last, most] = [-1, -Infinity]
  for (let i = 0; i < timeS.length; i++) {
    if (Number.isNaN(alongM[i]!)) continue
    if (last >= 0 && track.closed) {
      // a car that rolls back over the line does not cross it again
      const lap = lapAt(i)
      if (lap > lapAt(last) && lap > most) {
        crossings.push({ lap, atS: crossingTime(recording, last, i, lap * track.lengthM), i })
        most = lap
      }
    }
    last = i
  }
  const first = crossings[0]
  const firstPlace = alongM.findIndex((s) => !Number.isNaN(s))
  const laps: RecordedLap[] = []
  const push = (startS: number, endS: number, from: number, to: number, complete: boolean, edge: LapFlaw | null) => {
    const pit: LapFlaw[] = wentThroughPits(track, recording, from, to) ? ['pit'] : []
    const flaws = [...(edge ? [edge] : []), ...pit, ...flawsOf(recording, from, to)]
    laps.push({ lap: 0, startS, timeS: endS - startS, complete, flaws, from, to })
  }
  const end = timeS.length
  if (firstPlace < 0) return []
  if (!first) push(timeS[firstPlace]!, timeS[end - 1]!, firstPlace, end, false, 'out')
  else {
    const outM = first.lap * track.lengthM - alongM[firstPlace]!
    const hasOut = outM > LEAST_SHARE * track.lengthM
    if (hasOut) push(timeS[firstPlace]!, first.atS, firstPlace, first.i, false, 'out')
    crossings.forEach((from, k) => {
      const to = crossings[k + 1]
      if (to) push(from.atS, to.atS, from.i, to.i, true, null)
      else if (alongM[last]! - from.lap * track.lengthM > LEAST_SHARE * track.lengthM)
        push(from.atS, timeS[end - 1]!, from.i, end, false, 'in')
    })
    return laps.map((lap, k) => ({ ...lap, lap: hasOut ? k : k + 1 }))
  }
  return laps
}

/** When a distance was reached between two samples, with the speed changing evenly from one to the other. */
function crossingTime({ timeS, alongM, speedMps }: Placed, a: number, b: number, atM: number): number {
  const [share, dt] = [(atM - alongM[a]!) / (alongM[b]! - alongM[a]!), timeS[b]! - timeS[a]!]
  const [v0, v1] = [speedMps[a]!, speedMps[b]!]
  const mean = (v0 + v1) / 2
  if (!(mean > STANDING_MPS)) return timeS[a]! + share * dt
  // share·mean·dt = v0·t + (v1 − v0)·t²/(2·dt)
  const [p, q] = [(v1 - v0) / (2 * dt), v0]
  const wanted = share * mean * dt
  const t = Math.abs(p) < 1e-6 ? wanted / q : (-q + Math.sqrt(Math.max(0, q * q + 4 * p * wanted))) / (2 * p)
  return timeS[a]! + Math.min(dt, Math.max(0, t))
}

function flawsOf({ timeS, alongM, speedMps, rateHz }: Placed, from: number, to: number): LapFlaw[] {
  const flaws = new Set<LapFlaw>()
  for (let i = from; i < to; i++) {
    if (i > from && timeS[i]! - timeS[i - 1]! > Math.max(GAP_S, 2.5 / rateHz)) flaws.add('gap')
    if (Number.isNaN(alongM[i]!)) flaws.add('off')
    if (speedMps[i]! < STANDING_MPS) flaws.add('stop')
  }
  return [...flaws]
}
