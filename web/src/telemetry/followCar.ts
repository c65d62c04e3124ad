import { LiveLaps, type LiveLap, type LivePlace, type PlanSolution } from '@ochote/core'
import { liveStream } from './liveStream'

/** A car as its logger reports it. */
export interface LiveCar {
  readonly place: LivePlace | null
  readonly laps: readonly LiveLap[]
  /** its places over the last minutes, oldest first */
  readonly places: readonly LivePlace[]
  /** when it was last heard, by this device's clock, ms */
  readonly heardAtMs: number
}

/** About eight minutes at 25 a second. */
const KEPT_PLACES = 12_000
/** Shown at most so often: a picture every 16 ms is all a screen has, and a tenth of a second is all an eye needs, ms. */
const TELL_EVERY_MS = 100

/**
 * Follows one car until stopped.
 * @returns how to stop
 */
export function followCar(loggerId: string, plan: PlanSolution, tell: (car: LiveCar) => void): () => void {
  const laps = new LiveLaps(plan)
  const places: LivePlace[] = []
  let timer: ReturnType<typeof setTimeout> | null = null
  const stop = liveStream.follow(loggerId, (samples) => {
    for (const sample of samples) {
      if (laps.add(sample) && laps.place) places.push(laps.place)
    }
    if (places.length > KEPT_PLACES) places.splice(0, places.length - KEPT_PLACES / 2)
    const heardAtMs = Date.now()
    timer ??= setTimeout(() => {
      timer = null
      tell({ place: laps.place, laps: [...laps.laps], places, heardAtMs })
    }, TELL_EVERY_MS)
  })
  return () => {
    stop()
    if (timer) clearTimeout(timer)
  }
}
