import { turnSign } from '../geometry/corners'
import { bracket, signedApart, stationsApart, valueAt, wrapStation, type Track } from '../geometry/track'
import type { PlanSolution } from '../plan/solvePlan'
import type { Habit } from './driver'

/** Faults that the simulated driver can have, by their codes. */
export const drivenFaults = ['be', 'bl', 'bh', 'bd', 'dg', 'te', 'tl', 'tn', 'am', 'co', 'pe', 'pl', 'pa', 'xp', 'xn', 'gw', 'gd'] as const
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

/** What the feet and the hands do at a place besides following the speed and the way. */
export interface Pedals {
  /** replaces what the speed asks for; null to follow the speed */
  readonly longMps2: number | null
  readonly noPedals: boolean
  readonly throttleCap: number
  readonly brakeCap: number | null
  readonly gearsUp: number
  /** changes down wait */
  readonly keepsGear: boolean
  readonly steps: { readonly count: number; readonly share: number; readonly peakPerM: number } | null
}

const KMH = 3.6
const NEAR_M = 160
/** A pinched exit is furthest in so far after the exit, and over so much road, m. */
const PINCHED_BEYOND_M = 5
const PINCHED_OVER_M = 14

/** The driver's habit at a station: that of the corner that is next. */
export const habitAt = ({ track }: PlanSolution, habits: readonly Habit[], owners: Int16Array, s: number): Habit =>
  habits[owners[Math.min(owners.length - 1, Math.floor(s / track.stepM))]!]!

/** Speed and acceleration that the driver means to have at a station. */
export function paceAt({ track, trace }: PlanSolution, habit: Habit, s: number): { speedMps: number; planLongMps2: number } {
  const { places, fault } = habit
  const code = fault?.code ?? null
  const size = fault?.size ?? 0
  const pastMinM = signedApart(track, places.minM, s)
  const isNear = Math.abs(signedApart(track, places.apexM, s)) < NEAR_M
  // braking earlier or later is the planned speed of another place, up to the slowest
  const laterM = (code === 'be' ? -size : code === 'bl' ? size : 0) + habit.brakeLaterM
  const shift = isNear && places.brakeM !== null && pastMinM < 0 ? Math.min(-pastMinM, -laterM) : 0
  const speedS = wrapStation(track, s + (laterM > 0 ? -Math.min(laterM, Math.max(0, -pastMinM)) : shift))
  const slowerMps = code === 'bh' ? (size / KMH) * bump(pastMinM, 28) : 0
  return {
    speedMps: valueAt(track, trace.speedMps, speedS) * (isNear ? habit.speedShare : 1) - slowerMps,
    planLongMps2: valueAt(track, trace.axMps2, speedS),
  }
}

/** Does the driver coast at a station? The first time at a corner starts a clock, also for a place that is only looked at. */
export function coastsAt({ track }: PlanSolution, { places, fault }: Habit, s: number, nowS: number, memory: Map<string, number>): boolean {
  if (fault?.code !== 'co' || places.brakeEndM === null || signedApart(track, places.brakeEndM, s) <= -4) return false
  return timer(memory, places.number, nowS) < fault.size
}

/** What feet and hands do at a station. */
export function pedalsAt({ track }: PlanSolution, { places, fault }: Habit, s: number, coasts: boolean): Pedals {
  const code = fault?.code ?? null
  const size = fault?.size ?? 0
  const pastMinM = signedApart(track, places.minM, s)
  const lifts = code === 'pe' ? pastMinM : NaN
  return {
    longMps2: code === 'pa' && pastMinM > 0 && pastMinM < 14 ? 9 : lifts > -16 && lifts < -4 ? 2.2 : lifts >= -4 && lifts < 8 ? -1.2 : null,
    noPedals: coasts || (lifts >= -4 && lifts < 8),
    throttleCap: code === 'pl' && pastMinM > -5 && signedApart(track, places.fullM, s) < size ? 0.62 : 1,
    brakeCap: code === 'bd' && isLetGo(track, places, s) ? 0 : null,
    gearsUp: code === 'gw' && pastMinM > -70 && signedApart(track, places.fullM, s) < 15 ? size : 0,
    keepsGear: code === 'gd' && pastMinM > -NEAR_M && signedApart(track, places.turnInM, s) < size,
    steps: code === 'tn' ? stepsAt(track, places, s, size) : null,
  }
}

/** Where across the road the driver means to be, and how that runs and bends. */
export interface Across {
  offsetM: number
  slope: number
  bendPerM: number
}

/** The plan's line at a station, turned in earlier or later, wider at the apex, or short of the exit. */
export function acrossAt({ track, line, path }: PlanSolution, { places, fault, offsetM: besideM }: Habit, s: number): Across {
  const code = fault?.code ?? null
  const size = fault?.size ?? 0
  const turnLaterM = code === 'te' ? -size : code === 'tl' ? size : 0
  const turned = turnLaterM === 0 ? NaN : places.turnInM + signedApart(track, places.turnInM, places.apexM) / 2
  const lineS = turnLaterM === 0 ? s : wrapStation(track, s - turnLaterM * bump(signedApart(track, turned, s), 45))
  const i = bracket(track, lineS)
  const lineBend = between(i, track.curvaturePerM)
  const across: Across = {
    offsetM: between(i, line.offsetM),
    slope: between(i, line.slope),
    bendPerM: between(i, path.curvaturePerM) + valueAt(track, track.curvaturePerM, s) - lineBend,
  }
  const fromApex = signedApart(track, places.apexM, s)
  addBump(across, places.sign * -besideM, fromApex, 40)
  if (code === 'am') addBump(across, -places.sign * size, fromApex, 18)
  if (code === 'tl') addBump(across, -places.sign * 0.12 * size, fromApex, 16)
  // across the road while braking: begun from further in, and out again by the turn
  if (code === 'dg' && places.brakeM !== null) {
    const spread = stationsApart(track, places.brakeM, places.turnInM) / ACROSS_SPREADS
    addBump(across, places.sign * size, signedApart(track, places.brakeM, s), spread)
  }
  // kept turning until the exit, so that the car is still going inwards there
  if (code === 'xp') addBump(across, places.sign * size, signedApart(track, places.exitM, s) - PINCHED_BEYOND_M, PINCHED_OVER_M)
  if (code === 'xn') addBump(across, places.sign * size, signedApart(track, places.exitM, s), 26)
  return across
}

/** Moves a way along the road sideways, most at a place and less with the distance from it. */
function addBump(across: Across, heightM: number, fromPlaceM: number, spreadM: number): void {
  const d = fromPlaceM / spreadM
  const own = heightM * Math.exp((-d * d) / 2)
  across.offsetM += own
  across.slope -= (own * d) / spreadM
  across.bendPerM += (own * (d * d - 1)) / spreadM ** 2
}

/** Is the brake let go halfway through, as by one who brakes, doubts, and brakes again? */
function isLetGo(track: Track, { brakeM, brakeEndM }: CornerPlaces, s: number): boolean {
  const brakedM = brakeM === null || brakeEndM === null ? 0 : stationsApart(track, brakeM, brakeEndM)
  if (brakeM === null || brakedM === 0) return false
  const share = signedApart(track, brakeM, s) / brakedM
  return share > 0.42 && share < 0.62
}

/** How far a driver who turns the wheel in steps is through the turn; null before and after it. */
function stepsAt(track: Track, { turnInM, apexM, peakPerM }: CornerPlaces, s: number, count: number): Pedals['steps'] {
  const turning = signedApart(track, turnInM, s) / Math.max(1, signedApart(track, turnInM, apexM))
  return turning > -0.15 && turning < 1 ? { count, share: Math.max(0, (turning + 0.15) / 1.15), peakPerM } : null
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
