import type { Driven } from '../corners/cornerPriority'
import { sampleAtStation, signedApart, valueAt, wrapStation } from '../geometry/track'
import type { SolvedCorner } from '../corners/solvedCorner'
import type { Change } from './change'
import { otherWayFrom } from './otherWay'

/** What a driver does otherwise at a place of the lap. */
export interface DriverAction {
  /** drives on although the plan brakes */
  readonly drives: boolean
  /** takes the throttle that the plan has this many metres further on, even beyond what the tyres allow; null does not */
  readonly gainsAsAheadM: number | null
  /** neither brakes nor gains: holds the speed, or coasts */
  readonly holds: boolean
  readonly coasts: boolean
  /** what is braked down to, over the plan, m/s */
  readonly overMps: number
  /** share of the brakes left */
  readonly brakes: number
}

const AS_PLANNED: DriverAction = {
  drives: false,
  gainsAsAheadM: null,
  holds: false,
  coasts: false,
  overMps: 0,
  brakes: 1,
}

/** The lap is as planned before the change, so driving starts this far ahead of it. */
const LEAD_M = 5

/** The slowest place of a corner, or its apex where it is not slowed for. */
export const slowestOf = ({ points, endM }: SolvedCorner): number => (points.minSpeed ?? points.apex)?.stationM ?? endM

/** Where the plan stops gaining before a corner: what "later" is measured from. */
export function slowingFrom({ driven }: Driven, { points, startM }: SolvedCorner): number {
  const { track, trace } = driven
  const from = points.brakeStart ?? points.lift ?? points.turnIn
  if (!from) return startM
  let i = sampleAtStation(track, from.stationM)
  for (let k = 0; k < track.count; k++) {
    const before = (i - 1 + track.count) % track.count
    if ((!track.closed && i === 0) || trace.speedMps[before]! <= trace.speedMps[i]!) break
    i = before
  }
  return track.stationM[i]!
}

/** Where a change first shows, less a few metres. */
export function startOf(driven: Driven, corner: SolvedCorner, change: Change): number {
  const { points } = corner
  const first = () => {
    switch (change.kind) {
      case 'brake-later':
        return slowingFrom(driven, corner) + Math.min(0, change.metres)
      case 'brake-softer':
      case 'carry':
        return slowingFrom(driven, corner)
      case 'turn-later':
      case 'apex-earlier':
        return otherWayFrom(driven, corner, change)
      case 'throttle-later':
        return (points.throttleOn?.stationM ?? slowestOf(corner)) + Math.min(0, change.metres)
      case 'lift-once':
        return points.fullThrottle?.stationM ?? slowestOf(corner)
    }
  }
  // slowing down for the change may begin before it
  const before = change.kind === 'carry' && change.mps < 0 ? LEAD_M * 4 : LEAD_M
  return wrapStation(driven.driven.track, first() - before)
}

/** The change, as a function of the station. */
export function actionOf(
  driven: Driven,
  corner: SolvedCorner,
  change: Exclude<Change, { kind: 'turn-later' | 'apex-earlier' }>,
): (stationM: number) => DriverAction {
  const { points } = corner
  const { track, trace } = driven.driven
  const slowing = slowingFrom(driven, corner)
  const slowest = slowestOf(corner)
  /** from a station on, for so many metres */
  const during = (fromM: number, metres: number, act: (s: number) => Partial<DriverAction>) => (s: number) => {
    const on = signedApart(track, fromM, s)
    return on >= 0 && on < metres ? { ...AS_PLANNED, ...act(s) } : AS_PLANNED
  }
  const toSlowestM = Math.max(0, signedApart(track, slowing, slowest))
  switch (change.kind) {
    case 'brake-later':
      return during(slowing, change.metres, () => ({ drives: true }))
    case 'brake-softer':
      return during(slowing, toSlowestM, () => ({ brakes: 1 - change.share }))
    case 'carry':
      return during(slowing, toSlowestM, () => ({ overMps: change.mps }))
    case 'throttle-later': {
      const on = points.throttleOn?.stationM ?? slowest
      return change.metres >= 0
        ? during(on, change.metres, () => ({ holds: true }))
        : during(wrapStation(track, on + change.metres), -change.metres, () => ({ gainsAsAheadM: -change.metres }))
    }
    case 'lift-once': {
      const full = points.fullThrottle?.stationM ?? slowest
      return during(full, change.seconds * valueAt(track, trace.speedMps, full), () => ({ coasts: true }))
    }
  }
}
