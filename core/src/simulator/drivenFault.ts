import { turnSign } from '../geometry/corners'
import type { PlacedHazard } from '../geometry/placedFeatures'
import { signedApart, stationsApart, valueAt, wrapStation, type Track } from '../geometry/track'
import type { PlanSolution } from '../plan/solvePlan'
import type { Habit } from './driver'

/** Faults that the simulated driver can have, by their codes. */
export const drivenFaults = [
  ...(['be', 'bl', 'bh', 'bd', 'dg', 'te', 'tl', 'tn', 'am', 'co', 'pe', 'pl', 'pa', 'xp', 'xn', 'gw', 'gd'] as const),
  ...(['ly', 'bs', 'lk', 'bo', 'br', 'ae', 'xw', 'of', 'ak', 'tr', 'sl', 'ge', 'gl'] as const),
] as const
export type DrivenFaultCode = (typeof drivenFaults)[number]

/** A fault put into one pass, with its size in the unit of the catalogue. */
export interface DrivenFault {
  readonly lap: number
  readonly corner: string
  readonly code: DrivenFaultCode
  readonly size: number
}

/** Where a corner's points are on the plan; stations. */
export interface CornerPlaces {
  readonly number: string
  readonly sign: number
  /** where the plan lifts or brakes */
  readonly slowingM: number | null
  readonly brakeM: number | null
  readonly brakeEndM: number | null
  readonly turnInM: number
  readonly apexM: number
  readonly minM: number
  readonly fullM: number
  readonly exitM: number
  /** from here on the driver thinks of the next corner */
  readonly endM: number
  readonly peakPerM: number
  /** a place to stay inside of on the pass, by the fault that goes over it; null where the circuit has none */
  readonly hazards: Readonly<Record<'ak' | 'tr', Pick<PlacedHazard, 'stationM' | 'offsetM'> | null>>
}

/** What belongs to a corner is this near its apex, m. */
export const NEAR_M = 160
/** A corner is over so far beyond its exit, or at its exit where the next one's braking or turn-in comes sooner than this, m. */
const AFTER_EXIT_M = 25
const BEFORE_NEXT_M = 30

export function placesOf({ track, corners, path, features }: PlanSolution): CornerPlaces[] {
  const own = corners.map((corner) => {
    const { lift, brakeStart, brakeEnd, turnIn, apex, minSpeed, throttleOn, fullThrottle, exit } = corner.points
    const apexM = apex?.stationM ?? corner.startM
    const near = (kind: string) =>
      features.hazards.find((one) => one.kind === kind && Math.abs(signedApart(track, apexM, one.stationM)) < NEAR_M) ?? null
    return {
      ...{ number: corner.number, sign: turnSign(corner), brakeM: brakeStart?.stationM ?? null, brakeEndM: brakeEnd?.stationM ?? null },
      ...{ turnInM: turnIn?.stationM ?? corner.startM, apexM, minM: minSpeed?.stationM ?? apexM, exitM: exit?.stationM ?? corner.endM },
      fullM: (fullThrottle ?? throttleOn ?? exit)?.stationM ?? corner.endM,
      peakPerM: valueAt(track, path.curvaturePerM, apexM),
      slowingM: (lift ?? brakeStart)?.stationM ?? null,
      hazards: { ak: near('tall-kerb'), tr: near('never-cross-line') },
    }
  })
  return own.map((places, k) => {
    const next = own[(k + 1) % own.length]!
    const [exitM, actsM] = [places.exitM, (next.brakeM ?? next.turnInM) - BEFORE_NEXT_M].map((m) =>
      stationsApart(track, places.apexM, m),
    ) as [number, number]
    const restM = Math.min(exitM + AFTER_EXIT_M, Math.max(exitM, actsM))
    return { ...places, endM: wrapStation(track, places.apexM + restM) }
  })
}

/** Which corner each sample of the track belongs to: the first that is not over yet. */
export function ownersOf(track: Track, corners: readonly CornerPlaces[]): Int16Array {
  return Int16Array.from(track.stationM, (s) => {
    const left = corners.map(({ endM }) => stationsApart(track, s, endM))
    return left.indexOf(Math.min(...left))
  })
}

/** The driver's habit at a station: that of the corner that is next. */
export const habitAt = ({ track }: PlanSolution, habits: readonly Habit[], owners: Int16Array, s: number): Habit =>
  habits[owners[Math.min(owners.length - 1, Math.floor(s / track.stepM))]!]!

/** 1 at a place, and less with the distance from it. */
export const bump = (d: number, spreadM: number): number => Math.exp((-(d / spreadM) * (d / spreadM)) / 2)
