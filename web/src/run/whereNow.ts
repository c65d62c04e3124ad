import { cornerByClock, sampleAtStation, expectedLapS, type CornerPass, type PlanSolution, type StintRecord } from '@ochote/core'
import type { LiveCar } from '../telemetry/followCar'

/** After this long without samples the link counts as lost, ms. */
export const LINK_LOST_MS = 2_500

/** Where the car is, and the source of that. */
export interface Where {
  readonly by: 'logger' | 'clock'
  /** the source in words */
  readonly words: string
  /** the planned time at this place, s from the line */
  readonly plannedS: number
  /** the corner passed last, and its lap */
  readonly pass: CornerPass | null
  /** s; null where only a logger could tell */
  readonly behindS: number | null
  readonly stationM: number | null
}

/**
 * Where the car is: by its logger while that is heard, else by the clock, from the tapped lap and the planned time stretched to this
 * student's laps.
 * @param nowMs - the true time
 */
export function whereNow(solution: PlanSolution, record: StintRecord, car: LiveCar | null, nowMs: number): Where | null {
  if (record.phase === 'ended') return null
  const current = record.laps.find((lap) => lap.timeS === null)
  const place = car?.place ?? null
  const silentMs = car ? Date.now() - car.heardAtMs : Infinity
  const { trace, track } = solution
  if (place && silentMs < LINK_LOST_MS) {
    const plannedS = trace.timeS[sampleAtStation(track, place.stationM)]!
    const pass = current ? cornerByClock(solution, current.number, plannedS, trace.lapTimeS) : null
    return { by: 'logger', words: 'by the logger', plannedS, pass, behindS: place.behindS, stationM: place.stationM }
  }
  if (!current) return null
  const expectedS = expectedLapS(record, trace.lapTimeS)
  const elapsedS = Math.max(0, nowMs - current.startedAtMs) / 1000
  const lost = car ? `link lost ${Math.round(silentMs / 1000)} s ago, ` : ''
  return {
    by: 'clock',
    words: `${lost}by the tapped lap and planned time`,
    plannedS: (elapsedS * trace.lapTimeS) / expectedS,
    pass: cornerByClock(solution, current.number, elapsedS, expectedS),
    behindS: null,
    stationM: null,
  }
}
