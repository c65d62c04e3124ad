import { turnSign } from '../geometry/corners'
import { bracket, signedApart, stationsApart, valueAt, wrapStation, type Track } from '../geometry/track'
import type { PlanSolution } from '../plan/solvePlan'
import type { Habit } from './driver'

/** Faults that the simulated driver can have, by their codes. */
export const drivenFaults = ['be', 'bl', 'bh', 'bd', 'dg', 'te', 'tl', 'tn', 'am', 'co', 'pe', 'pl', 'pa', 'xn', 'gw'] as const
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
}

/** A corner is over so far beyond its exit, or at its exit where the next one's braking or turn-in comes sooner than this, m. */
const AFTER_EXIT_M = 25
const BEFORE_NEXT_M = 30

export function placesOf({ track, corners, path }: PlanSolution): CornerPlaces[] {
  const own = corners.map((corner) => {
    const { brakeStart, brakeEnd, turnIn, apex, minSpeed, throttleOn, fullThrottle, exit } = corner.points
    const apexM = apex?.stationM ?? corner.startM
    return {
      ...{ number: corner.number, sign: turnSign(corner), brakeM: brakeStart?.stationM ?? null, brakeEndM: brakeEnd?.stationM ?? null },
      ...{ turnInM: turnIn?.stationM ?? corner.startM, apexM, minM: minSpeed?.stationM ?? apexM, exitM: exit?.stationM ?? corner.endM },
      fullM: (fullThrottle ?? throttleOn ?? exit)?.stationM ?? corner.endM,
      peakPerM: valueAt(track, path.curvaturePerM, apexM),
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

/** What the driver means to do at a place. */
export interface Wanted {
  readonly offsetM: number
  readonly slope: number
  readonly bendPerM: number
  readonly speedMps: number
  readonly planLongMps2: number
  /** replaces what the speed asks for; null to follow the speed */
  readonly longMps2: number | null
  readonly noPedals: boolean
  readonly throttleCap: number
  readonly brakeCap: number | null
  readonly gearsUp: number
  readonly steps: { readonly count: number; readonly share: number; readonly peakPerM: number } | null
}

const KMH = 3.6
const NEAR_M = 160

/** What the driver means to do at a distance along the lap, with the fault and the habits of the corner that is next. */
export function wantedAt(
  plan: PlanSolution,
  habits: readonly Habit[],
  owners: Int16Array,
  alongM: number,
  nowS: number,
  memory: Map<string, number>,
): Wanted {
  const { track, trace, line, path } = plan
  const s = wrapStation(track, alongM)
  const habit = habits[owners[Math.min(owners.length - 1, Math.floor(s / track.stepM))]!]!
  const { places, fault } = habit
  const from = (m: number) => signedApart(track, m, s)
  const code = fault?.code ?? null
  const size = fault?.size ?? 0
  const isNear = Math.abs(from(places.apexM)) < NEAR_M
  // braking earlier or later is the planned speed of another place, up to the slowest
  const laterM = (code === 'be' ? -size : code === 'bl' ? size : 0) + habit.brakeLaterM
  const toMin = -from(places.minM)
  const shift = isNear && places.brakeM !== null && toMin > 0 ? Math.min(toMin, -laterM) : 0
  const speedS = wrapStation(track, s + (laterM > 0 ? -Math.min(laterM, Math.max(0, toMin)) : shift))
  let speedMps = valueAt(track, trace.speedMps, speedS) * (isNear ? habit.speedShare : 1)
  if (code === 'bh') speedMps -= (size / KMH) * bump(from(places.minM), 28)
  // the line: turned in earlier or later, wider at the apex, or short of the exit
  const turnLaterM = code === 'te' ? -size : code === 'tl' ? size : 0
  const fade = turnLaterM === 0 ? 0 : bump(from(places.turnInM + signedApart(track, places.turnInM, places.apexM) / 2), 45)
  const lineS = wrapStation(track, s - turnLaterM * fade)
  const i = bracket(track, lineS)
  const lineBend = between(i, track.curvaturePerM)
  let offsetM = between(i, line.offsetM)
  let slope = between(i, line.slope)
  let bendPerM = between(i, path.curvaturePerM) + valueAt(track, track.curvaturePerM, s) - lineBend
  const addBump = (height: number, at: number, spread: number) => {
    const d = from(at) / spread
    const own = height * Math.exp((-d * d) / 2)
    offsetM += own
    slope -= (own * d) / spread
    bendPerM += (own * (d * d - 1)) / spread ** 2
  }
  addBump(places.sign * -habit.offsetM, places.apexM, 40)
  if (code === 'am') addBump(-places.sign * size, places.apexM, 18)
  if (code === 'tl') addBump(-places.sign * 0.12 * size, places.apexM, 16)
  // across the road while braking: begun from further in, and out again by the turn
  if (code === 'dg' && places.brakeM !== null)
    addBump(places.sign * size, places.brakeM, stationsApart(track, places.brakeM, places.turnInM) / ACROSS_SPREADS)
  if (code === 'xn') addBump(places.sign * size, places.exitM, 26)
  const brakedM = places.brakeM === null || places.brakeEndM === null ? 0 : stationsApart(track, places.brakeM, places.brakeEndM)
  const inBraking = places.brakeM === null || brakedM === 0 ? -1 : from(places.brakeM) / brakedM
  const isCoasting = code === 'co' && places.brakeEndM !== null && from(places.brakeEndM) > -4 && timer(memory, places.number, nowS) < size
  const lifts = code === 'pe' ? from(places.minM) : NaN
  const turning = from(places.turnInM) / Math.max(1, signedApart(track, places.turnInM, places.apexM))
  return {
    offsetM,
    slope,
    bendPerM,
    speedMps,
    planLongMps2: valueAt(track, trace.axMps2, speedS),
    longMps2:
      code === 'pa' && from(places.minM) > 0 && from(places.minM) < 14
        ? 9
        : lifts > -16 && lifts < -4
          ? 2.2
          : lifts >= -4 && lifts < 8
            ? -1.2
            : null,
    noPedals: isCoasting || (lifts >= -4 && lifts < 8),
    throttleCap: code === 'pl' && from(places.minM) > -5 && from(places.fullM) < size ? 0.62 : 1,
    brakeCap: code === 'bd' && inBraking > 0.42 && inBraking < 0.62 ? 0 : null,
    gearsUp: code === 'gw' && from(places.minM) > -70 && from(places.fullM) < 15 ? size : 0,
    steps:
      code === 'tn' && turning > -0.15 && turning < 1
        ? { count: size, share: Math.max(0, (turning + 0.15) / 1.15), peakPerM: places.peakPerM }
        : null,
  }
}

/** A driver who brakes at an angle is back on the line after so many spreads of the way out of it. */
const ACROSS_SPREADS = 2.2

const between = ({ i, j, t }: { i: number; j: number; t: number }, values: Float64Array) => values[i]! + (values[j]! - values[i]!) * t

const bump = (d: number, spread: number) => Math.exp((-(d / spread) * (d / spread)) / 2)

/** Seconds since a driver began to coast at a corner. */
function timer(memory: Map<string, number>, corner: string, nowS: number): number {
  const key = `coast ${corner}`
  const began = memory.get(key) ?? nowS
  memory.set(key, began)
  return nowS - began
}
