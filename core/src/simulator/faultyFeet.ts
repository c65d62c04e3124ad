import { signedApart, stationsApart, valueAt, wrapStation, type Track } from '../geometry/track'
import type { PlanSolution } from '../plan/solvePlan'
import type { Habit } from './driver'
import { bump, NEAR_M, type CornerPlaces } from './drivenFault'

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
  /** changes up come this much below the shift point, 1/min */
  readonly shortByRpm: number
  /** changes up wait for this long at the limiter, s */
  readonly limiterS: number
  /** a front wheel stands still */
  readonly locks: boolean
  /** the tail slides, and the wheel is turned against it */
  readonly slides: boolean
  readonly steps: { readonly count: number; readonly share: number; readonly peakPerM: number } | null
}

const KMH = 3.6
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
  return timer(memory, `coast ${places.number}`, nowS) < fault.size
}

/** Nothing besides following the speed and the way. */
const PLAIN: Pedals = {
  ...{ longMps2: null, noPedals: false, throttleCap: 1, brakeCap: null, gearsUp: 0, keepsGear: false },
  ...{ shortByRpm: 0, limiterS: 0, locks: false, slides: false, steps: null },
}
/** A foot that comes down softly begins with so much of the brake. */
const SOFT_FROM = 0.1
/** A wheel locks this share of the way through the planned braking. */
const LOCKED_AT = 0.2
/** A brake that is snapped off is gone after this share of the planned braking. */
const SNAPPED_AT = 0.5
/** A brake held too long slows the car by this much, m/s². */
const HELD_MPS2 = 2.4

/** What feet and hands do at a station, with the driver's fault at the next corner. */
export function pedalsAt(
  { track }: PlanSolution,
  { places, fault, brakeLaterM }: Habit,
  s: number,
  { coasts, nowS, memory }: { coasts: boolean; nowS: number; memory: Map<string, number> },
): Pedals {
  if (!fault) return PLAIN
  const { size } = fault
  const past = (placeM: number) => signedApart(track, placeM, s)
  const pastMinM = past(places.minM)
  const pastBrakeEndM = places.brakeEndM === null ? NaN : past(places.brakeEndM)
  switch (fault.code) {
    case 'ly':
      return places.slowingM !== null && past(places.slowingM) > -size && past(places.slowingM) < 0 ? { ...PLAIN, throttleCap: 0 } : PLAIN
    case 'bs': {
      if (places.brakeM === null || past(places.brakeM) < brakeLaterM - 4 || pastMinM > 0) return PLAIN
      const pushed = timer(memory, `push ${places.number}`, nowS) / size
      return { ...PLAIN, brakeCap: Math.min(1, SOFT_FROM + (1 - SOFT_FROM) * pushed) }
    }
    case 'lk':
      return brakedShare(track, places, s) > LOCKED_AT && timer(memory, `lock ${places.number}`, nowS) < size
        ? { ...PLAIN, locks: true }
        : PLAIN
    case 'bd':
      return brakedShare(track, places, s) > 0.42 && brakedShare(track, places, s) < 0.62 ? { ...PLAIN, brakeCap: 0 } : PLAIN
    case 'br':
      return brakedShare(track, places, s) > SNAPPED_AT && pastBrakeEndM < 0 ? { ...PLAIN, brakeCap: 0 } : PLAIN
    case 'bo':
      return pastBrakeEndM > -4 && pastBrakeEndM < size ? { ...PLAIN, longMps2: -HELD_MPS2 } : PLAIN
    case 'co':
      return { ...PLAIN, noPedals: coasts }
    case 'pe': {
      const lifts = pastMinM >= -4 && pastMinM < 8
      const longMps2 = lifts ? -1.2 : pastMinM > -16 && pastMinM < -4 ? 2.2 : null
      return { ...PLAIN, longMps2, noPedals: lifts }
    }
    case 'pa':
      return pastMinM > 0 && pastMinM < 14 ? { ...PLAIN, longMps2: 9 } : PLAIN
    case 'pl':
      return pastMinM > -5 && past(places.fullM) < size ? { ...PLAIN, throttleCap: 0.62 } : PLAIN
    case 'gw':
      return pastMinM > -70 && past(places.fullM) < 15 ? { ...PLAIN, gearsUp: size } : PLAIN
    case 'gd':
      return pastMinM > -NEAR_M && past(places.turnInM) < size ? { ...PLAIN, keepsGear: true } : PLAIN
    case 'ge':
      return pastMinM > 0 ? { ...PLAIN, shortByRpm: size } : PLAIN
    case 'gl':
      return pastMinM > 0 ? { ...PLAIN, limiterS: size } : PLAIN
    case 'sl':
      return past(places.apexM) > 0 && timer(memory, `slide ${places.number}`, nowS) < size ? { ...PLAIN, slides: true } : PLAIN
    case 'tn':
      return { ...PLAIN, steps: stepsAt(track, places, s, size) }
    // of the speed that is wanted, or of the hands
    case 'be':
    case 'bl':
    case 'bh':
    case 'dg':
    case 'te':
    case 'tl':
    case 'ae':
    case 'am':
    case 'ak':
    case 'xp':
    case 'xn':
    case 'xw':
    case 'of':
    case 'tr':
      return PLAIN
  }
}

/** How far through the planned braking a place is; NaN where the plan does not brake. */
function brakedShare(track: Track, { brakeM, brakeEndM }: CornerPlaces, s: number): number {
  const brakedM = brakeM === null || brakeEndM === null ? 0 : stationsApart(track, brakeM, brakeEndM)
  return brakeM === null || brakedM === 0 ? NaN : signedApart(track, brakeM, s) / brakedM
}

/** How far a driver who turns the wheel in steps is through the turn; null before and after it. */
function stepsAt(track: Track, { turnInM, apexM, peakPerM }: CornerPlaces, s: number, count: number): Pedals['steps'] {
  const turning = signedApart(track, turnInM, s) / Math.max(1, signedApart(track, turnInM, apexM))
  return turning > -0.15 && turning < 1 ? { count, share: Math.max(0, (turning + 0.15) / 1.15), peakPerM } : null
}

/** Seconds since something was first asked about. */
function timer(memory: Map<string, number>, what: string, nowS: number): number {
  const began = memory.get(what) ?? nowS
  memory.set(what, began)
  return nowS - began
}
