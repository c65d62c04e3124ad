import { expectedLapS, timedLaps, type StintRecord } from '../stintLog/stintRecord'

/** A car as the wall sees it. */
export interface CarState {
  readonly state: 'waiting' | 'out lap' | 'running' | 'in'
  /** lap it is on; 0 on the out lap */
  readonly lap: number
  /** laps left after this one */
  readonly left: number
  /** time its laps take by what it drove so far, else by the plan, s */
  readonly lapS: number
  /** when it is expected at the line next, ms; null where it is not out */
  readonly expectedAtMs: number | null
  /** how late it is, s; 0 while it is not */
  readonly overdueS: number
}

/** An out lap from the pit lane takes this much of a planned lap. */
const OUT_LAP_SHARE = 1.15
/** A lap to cool down takes this much of one driven. */
export const COOL_DOWN_SHARE = 1.35
/** Late by less than this is not late, s. */
const NOT_LATE_S = 4

/**
 * Where a car is by the clock.
 * @param planLapS - the plan's lap time, s, until the car has driven one of its own
 */
export function carState(record: StintRecord, plannedLaps: number, planLapS: number, nowMs: number): CarState {
  const driven = timedLaps(record)
  const lapS = expectedLapS(record, planLapS)
  const current = record.laps.find((lap) => lap.timeS === null)
  const common = { lap: current?.number ?? driven.length, left: Math.max(0, plannedLaps - (current?.number ?? driven.length)), lapS }
  if (record.phase === 'ended') return { ...common, state: 'in', left: 0, expectedAtMs: null, overdueS: 0 }
  const cooling = driven.length >= plannedLaps
  const startedAtMs = current?.startedAtMs ?? record.releasedAtMs
  if (startedAtMs === null) return { ...common, state: 'waiting', expectedAtMs: null, overdueS: 0 }
  const share = current ? (cooling ? COOL_DOWN_SHARE : 1) : OUT_LAP_SHARE
  const expectedAtMs = startedAtMs + share * lapS * 1000
  const lateS = (nowMs - expectedAtMs) / 1000
  return { ...common, state: current ? 'running' : 'out lap', expectedAtMs, overdueS: lateS > NOT_LATE_S ? lateS : 0 }
}

/**
 * The latest time to show the end of a session so that the last car is in when it ends: a car that has just gone by drives the lap
 * to the end first, and then one to cool down.
 * @param lapsS - lap times of the cars that are out, s
 * @returns ms; the end itself where nobody is out
 */
export function callInBy(lapsS: readonly number[], endMs: number): number {
  const slowestS = Math.max(0, ...lapsS)
  return endMs - slowestS * (1 + COOL_DOWN_SHARE) * 1000
}

/**
 * When the next car may be released.
 * @param lastReleaseMs - null before the first
 */
export const nextReleaseMs = (lastReleaseMs: number | null, intervalS: number): number | null =>
  lastReleaseMs === null ? null : lastReleaseMs + intervalS * 1000
