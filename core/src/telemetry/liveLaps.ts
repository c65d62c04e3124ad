import type { LiveSample } from '@ochote/contracts'
import { toLocal } from '../geometry/localMetres'
import { signedApart, stationsApart, valueAt, wrapStation, type Track } from '../geometry/track'
import type { PlanSolution } from '../plan/solvePlan'

/** A lap as a logger timed it, from crossing to crossing; times by the logger's clock. */
export interface LiveLap {
  /** 1 is the first that began at the line */
  readonly number: number
  readonly startMs: number
  /** null while it is being driven */
  readonly endMs: number | null
}

/** Where a car is, by its logger. */
export interface LivePlace {
  readonly timeMs: number
  readonly stationM: number
  /** left positive */
  readonly offsetM: number
  readonly speedMps: number | null
  /** time behind the plan since the lap began, s; negative is ahead; null before the first crossing */
  readonly behindS: number | null
}

/** Samples around the last known place that the next is looked for in, m: a car never jumps to a neighbouring part of the track. */
const WINDOW_M = 120
/** Farther from the centreline than this, it is not on the track, m. */
const OFF_TRACK_M = 60
/** A crossing counts once the car has been round by at least this share of the lap. */
const ROUND_SHARE = 0.5

/**
 * Follows one car from a logger's samples, in their order (docs/model.md, Live laps): its place on the track, continuous; laps
 * split where it crosses the line, interpolated between samples; time against the plan at equal places. Samples that come late,
 * after a dropped link, are taken as if they had come in time; those it has had are passed over.
 */
export class LiveLaps {
  private readonly plan: PlanSolution
  private readonly track: Track
  private heardUpToMs = -Infinity
  private last: { timeMs: number; stationM: number; x: number; y: number } | null = null
  private sinceLineM: number | null = null
  private readonly done: LiveLap[] = []
  private now: LivePlace | null = null

  constructor(plan: PlanSolution) {
    this.plan = plan
    this.track = plan.track
  }

  get place(): LivePlace | null {
    return this.now
  }
  get laps(): readonly LiveLap[] {
    return this.done
  }

  /** @returns whether it was new */
  add(sample: LiveSample): boolean {
    // by time, not by number: a restarted logger counts from 0 again
    if (sample.timeMs <= this.heardUpToMs) return false
    this.heardUpToMs = sample.timeMs
    const { x, y } = toLocal(this.track.circuit.frame, sample.lon, sample.lat)
    const found = this.nearest(x, y)
    if (!found) {
      this.last = null // off the map: the next place is looked for everywhere
      this.sinceLineM = null
      return true
    }
    const { stationM, offsetM } = found
    if (this.last) this.moved(this.last, { timeMs: sample.timeMs, stationM })
    const speedMps = sample.speedKmh === undefined ? this.speedSince(sample.timeMs, x, y) : sample.speedKmh / 3.6
    this.last = { timeMs: sample.timeMs, stationM, x, y }
    const lap = this.done[this.done.length - 1]
    const plannedS = valueAt(this.track, this.plan.trace.timeS, Math.min(stationM, this.track.stationM[this.track.count - 1]!))
    this.now = {
      timeMs: sample.timeMs,
      stationM,
      offsetM,
      speedMps,
      behindS: lap ? (sample.timeMs - lap.startMs) / 1000 - plannedS : null,
    }
    return true
  }

  private speedSince(timeMs: number, x: number, y: number): number | null {
    return this.last ? (Math.hypot(x - this.last.x, y - this.last.y) * 1000) / (timeMs - this.last.timeMs) : null
  }

  /** Goes on from one sample to the next, over the line where it lies between. */
  private moved(from: { timeMs: number; stationM: number }, to: { timeMs: number; stationM: number }): void {
    const movedM = signedApart(this.track, from.stationM, to.stationM)
    if (this.sinceLineM !== null) this.sinceLineM += movedM
    const toLineM = this.track.closed ? stationsApart(this.track, from.stationM, 0) : Infinity
    if (movedM <= 0 || toLineM > movedM || toLineM === 0) return
    const enough = this.sinceLineM === null || this.sinceLineM > ROUND_SHARE * this.track.lengthM
    if (!enough) return
    const atMs = from.timeMs + ((to.timeMs - from.timeMs) * toLineM) / movedM
    const before = this.done.pop()
    if (before) this.done.push({ ...before, endMs: atMs })
    this.done.push({ number: this.done.length + 1, startMs: atMs, endMs: null })
    this.sinceLineM = movedM - toLineM
  }

  private nearest(x: number, y: number): { stationM: number; offsetM: number } | null {
    const { track } = this
    const around = this.last === null ? null : Math.round(this.last.stationM / track.stepM)
    const reach = around === null ? track.count : Math.ceil(WINDOW_M / track.stepM)
    let nearest = -1
    let least = OFF_TRACK_M ** 2
    for (let k = around === null ? 0 : -reach; k < reach; k++) {
      const at = (around ?? 0) + k
      if (!track.closed && (at < 0 || at >= track.count)) continue
      const i = ((at % track.count) + track.count) % track.count
      const d = (x - track.x[i]!) ** 2 + (y - track.y[i]!) ** 2
      if (d < least) {
        least = d
        nearest = i
      }
    }
    if (nearest < 0) return null
    const heading = track.headingRad[nearest]!
    const [dx, dy] = [x - track.x[nearest]!, y - track.y[nearest]!]
    const along = dx * Math.cos(heading) + dy * Math.sin(heading)
    const offsetM = dy * Math.cos(heading) - dx * Math.sin(heading)
    const stretch = 1 - track.curvaturePerM[nearest]! * offsetM // stations are shorter on the inside of a turn
    return { stationM: wrapStation(track, track.stationM[nearest]! + along / Math.max(0.2, stretch)), offsetM }
  }
}
