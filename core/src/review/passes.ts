import { turnSign } from '../geometry/corners'
import type { SolvedCorner } from '../corners/solvedCorner'
import type { PlanSolution } from '../plan/solvePlan'
import { indexAt } from './along'
import { alongOf, type Drive } from './drive'
import { brakingOf, coasting, liftedAt, powerOf } from './pedals'
import { lastDown, rushedDown } from './gears'
import { heldOnTheWayOut, steeringSteps, turnedAt } from './wheel'

/** Planned places of a corner on a lap, m along. */
export interface Places {
  readonly corner: SolvedCorner
  /** braking or lift; null where the corner needs neither */
  readonly slowingM: number | null
  readonly turnInM: number
  readonly apexM: number
  readonly exitM: number
  /** from here this pass is measured, and to there */
  readonly fromM: number
  readonly toM: number
}

const BEFORE_M = 30

/** The planned places of every corner on a lap that begins at `lapM`, each pass up to the next one's. */
export function placesOn({ track, corners }: PlanSolution, lapM: number): Places[] {
  const own = corners.map((corner) => {
    const nearM = corner.points.turnIn?.stationM ?? corner.startM
    const at = (stationM: number | undefined, otherwise: number) => alongOf(track, lapM, nearM, stationM ?? otherwise)
    const slowing = (corner.points.brakeStart ?? corner.points.lift)?.stationM
    const slowingM = slowing === undefined ? null : at(slowing, nearM)
    const turnInM = lapM + nearM
    const apexM = Math.max(turnInM + 1, at(corner.points.apex?.stationM, nearM))
    const exitM = Math.max(apexM + 1, at(corner.points.exit?.stationM, corner.endM))
    return { corner, slowingM, turnInM, apexM, exitM, fromM: Math.min(slowingM ?? turnInM, turnInM) - BEFORE_M }
  })
  return own.map((places, k) => {
    const next = own[(k + 1) % own.length]!
    const toM = next.fromM + (k + 1 === own.length ? track.lengthM : 0)
    return { ...places, toM: Math.max(places.apexM + 1, toM) }
  })
}

/** What one pass through a corner showed; distances are along the track, m. Null is what can't be told. */
export interface Pass {
  readonly brakeStartM: number | null
  readonly brakeEndM: number | null
  /** share of the hardest of the drive */
  readonly brakePeak: number
  /** from the first touch to three fifths of the hardest, s */
  readonly brakeRiseS: number | null
  /** from half of the hardest to none, s */
  readonly brakeFallS: number | null
  readonly applications: number
  /** where the throttle was let go of; null where it was not */
  readonly liftM: number | null
  readonly minSpeedMps: number
  readonly minSpeedM: number
  readonly throttleOnM: number | null
  readonly fullThrottleM: number | null
  /** the most that the throttle was open on the way out, share */
  readonly throttleMost: number
  readonly lifts: number
  readonly coastS: number
  readonly steps: number | null
  /** towards the inside, m from the centreline: the nearest, and where it was */
  readonly insideM: number
  readonly insideAtM: number
  /** towards the outside at the planned exit, m from the centreline */
  readonly outsideM: number
  /** in use where the throttle is open again, and the speed there */
  readonly gear: number | null
  readonly gearMps: number
  /** worked out from engine speed and road speed */
  readonly isGearDerived: boolean
  /** where the last change down on the way in ended; null where there was none or gears are not known */
  readonly downM: number | null
  /** the engine pushed beyond its limit by a change down, and for how far, m; null where it never was */
  readonly rushed: { readonly byM: number; readonly atM: number } | null
  /** share of the most that the wheel was turned which it still had on the way out, from 0.4 to 0.8 of the way from apex to exit */
  readonly heldShare: number | null
  /** where the path first bends by a good part of the most that it bends before the apex */
  readonly turnInM: number
}

/** A pass with the planned one that it is measured against. */
export interface MeasuredPass {
  readonly lap: number
  readonly places: Places
  readonly pass: Pass
  readonly planned: Pass
  /** from the plan’s lap to this one, m along */
  readonly onM: number
}

/** Two places nearest the inside that are further apart than this are not the same apex, m. */
const SAME_APEX_M = 20
export const isSameApex = (aM: number, bM: number): boolean => Math.abs(aM - bM) <= SAME_APEX_M

const CURVED_BEFORE_M = 45
/** A change down further beyond the slowest place, or the apex, is for what comes next, m. */
const STILL_IN_M = 15
const EARLIEST_M = 70

/** Measures a pass (docs/model.md, Recorded laps). */
export function measurePass(drive: Drive, places: Places, previous: Places | null): Pass {
  const { timeS, alongM, speedMps, throttle, offsetM, gear } = drive
  const { corner, turnInM, apexM, exitM, toM } = places
  const sign = turnSign(corner)
  const at = (m: number) => indexAt(alongM, m)
  // braking may begin early; before the corner before it is over, only a push that goes on into this one
  const searchM = Math.max((places.slowingM ?? turnInM) - EARLIEST_M, previous ? Math.min(previous.exitM, turnInM - 10) : -Infinity)
  const [from, turnIn, end] = [at(searchM), at(turnInM), at(toM)]
  const [minFrom, minTo] = [Math.max(from, at(turnInM - 10)), Math.min(end, at(exitM + 5))]
  let min = minFrom
  for (let i = minFrom; i <= minTo; i++) if (speedMps[i]! < speedMps[min]!) min = i
  const brake = brakingOf(drive, from, Math.max(min, at(apexM)), previous ? Math.min(from, at(previous.apexM)) : from)
  // where nobody brakes, the throttle is judged from where it was least on the way to the apex
  const after = brake ? brake.end : throttle ? leastOf(throttle, at(turnInM - 10), at(apexM)) : Math.min(turnIn, min)
  const power = throttle ? powerOf(drive, after, Math.min(end, at(exitM)), end) : null
  let inside = at(Math.max(turnInM, apexM - 30))
  for (let i = inside; i <= at(Math.min(exitM, apexM + 30)); i++) if (sign * offsetM[i]! > sign * offsetM[inside]!) inside = i
  const exit = at(exitM)
  const pulling = power?.full ?? exit
  return {
    brakeStartM: brake ? alongM[brake.start]! : null,
    brakeEndM: brake ? alongM[brake.end]! : null,
    brakePeak: brake?.peak ?? 0,
    brakeRiseS: brake && drive.brake ? brake.riseS : null,
    brakeFallS: brake && drive.brake ? brake.fallS : null,
    applications: brake?.applications ?? 0,
    liftM: throttle ? liftedAt(drive, from, min) : null,
    ...{ minSpeedMps: speedMps[min]!, minSpeedM: alongM[min]! },
    throttleOnM: power?.on == null ? null : alongM[power.on]!,
    fullThrottleM: power?.full == null ? null : alongM[power.full]!,
    throttleMost: power?.most ?? 0,
    lifts: power?.lifts ?? 0,
    coastS: throttle && drive.brake ? coasting(drive, brake?.start ?? after, power?.on ?? end) : 0,
    steps: drive.steerRad ? steeringSteps(drive, at(turnInM - 40), Math.max(at(apexM), inside)) : null,
    ...{ insideM: sign * offsetM[inside]!, insideAtM: alongM[inside]!, outsideM: -sign * offsetM[exit]! },
    gear: gear ? middleOf(gear, timeS, pulling) : null,
    gearMps: speedMps[pulling]!,
    isGearDerived: gear !== null && !drive.has.shifting,
    downM: gear ? lastDown(drive, from, Math.min(pulling, at(Math.max(alongM[min]!, apexM) + STILL_IN_M))) : null,
    rushed: rushedDown(drive, from, Math.max(min, at(apexM))),
    heldShare: drive.steerRad ? heldOnTheWayOut(drive, places) : null,
    turnInM: turnedAt(drive, turnIn, at(apexM), at(Math.max(turnInM - CURVED_BEFORE_M, previous?.exitM ?? -Infinity)), sign),
  }
}

/** The sample with the least value, the first of several. */
function leastOf(values: Float64Array, from: number, to: number): number {
  let least = from
  for (let i = from; i <= to; i++) if (values[i]! < values[least]!) least = i
  return least
}

/** The gear that is in for most of a second around a sample. */
function middleOf(gear: Float64Array, timeS: Float64Array, i: number): number {
  const near = gear.slice(indexAt(timeS, timeS[i]! - 0.5), indexAt(timeS, timeS[i]! + 0.5) + 1).sort()
  return near[Math.floor(near.length / 2)]!
}
