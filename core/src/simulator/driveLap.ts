import type { DrivenLine } from '../corners/cornerPoints'
import { sampleAtStation, signedApart, stationsApart, type Track } from '../geometry/track'
import { gripMapOf } from '../line/gripMap'
import { pathOf, type OffsetLine } from '../line/path'
import { roadAlong } from '../line/roadAlong'
import type { SolvedCorner } from '../corners/solvedCorner'
import type { PlanSolution } from '../plan/solvePlan'
import { traceOf } from '../speed/speedAlong'
import { forcesAlong, type Forces } from '../vehicle/forces'

/** What a driver does differently from the plan at one corner. */
export interface CornerErrors {
  /** brakes (or lifts) this much later, m; negative is earlier */
  brakeLaterM: number
  /** carries this share of the planned least speed */
  speedShare: number
  /** stays this much further from the inside edge at the apex, m */
  apexMissM: number
  /** back on the throttle this much later, m */
  throttleLaterM: number
  /** leaves this much of the exit's width unused, m */
  exitUnusedM: number
}

export const noErrors: CornerErrors = { brakeLaterM: 0, speedShare: 1, apexMissM: 0, throttleLaterM: 0, exitUnusedM: 0 }

export interface Drive {
  plan: PlanSolution
  /** one entry a corner of the plan */
  errors: readonly CornerErrors[]
  /** share of the drive this driver uses on the straights, 0…1 */
  commitment: number
}

/** Spread of a change of line around its place, metres. */
const APEX_SPREAD_M = 18
const EXIT_SPREAD_M = 30

/** The planned line with this driver's own misses at apex and exit, faded in and out smoothly. */
function ownLine({ plan, errors }: Drive): OffsetLine {
  const { track } = plan
  const line = { offsetM: plan.line.offsetM.slice(), slope: plan.line.slope.slice(), bendPerM: plan.line.bendPerM.slice() }
  plan.corners.forEach((corner, c) => {
    const away = corner.direction === 'left' ? -1 : 1
    addBump(track, line, corner.points.apex?.stationM, away * errors[c]!.apexMissM, APEX_SPREAD_M)
    addBump(track, line, corner.points.exit?.stationM, -away * errors[c]!.exitUnusedM, EXIT_SPREAD_M)
  })
  return line
}

/** Adds height·exp(−(d/spread)²/2) around a station, with its derivatives. */
function addBump(
  track: Track,
  line: { offsetM: Float64Array; slope: Float64Array; bendPerM: Float64Array },
  stationM: number | undefined,
  heightM: number,
  spreadM: number,
): void {
  if (stationM === undefined || heightM === 0) return
  for (let i = 0; i < track.count; i++) {
    const d = signedApart(track, stationM, track.stationM[i]!) / spreadM
    if (Math.abs(d) > 5) continue
    const bump = heightM * Math.exp(-(d * d) / 2)
    line.offsetM[i] = line.offsetM[i]! + bump
    line.slope[i] = line.slope[i]! - (bump * d) / spreadM
    line.bendPerM[i] = line.bendPerM[i]! + (bump * (d * d - 1)) / (spreadM * spreadM)
  }
}

/** From where to where a driver is busy slowing and turning for a corner, and down to what speed. */
interface Zone {
  readonly slowestQ: number
}

/** Which corner the driver is slowing or waiting for at each sample, or null where the throttle is open. */
function zonesOf(drive: Drive): (Zone | null)[] {
  const { track } = drive.plan
  const zones = new Array<Zone | null>(track.count).fill(null)
  drive.plan.corners.forEach((corner, c) => {
    const own = drive.errors[c]!
    const start = slowingFrom(corner)
    if (start === null || !corner.points.minSpeed || !corner.points.throttleOn) return
    const from = start + own.brakeLaterM
    const to = corner.points.throttleOn.stationM + own.throttleLaterM
    const zone = { slowestQ: (corner.points.minSpeed.speedMps * own.speedShare) ** 2 }
    const lengthM = stationsApart(track, from, to)
    for (let d = 0; d <= lengthM; d += track.stepM) zones[sampleAtStation(track, from + d)] = zone
  })
  return zones
}

const slowingFrom = (corner: SolvedCorner): number | null => corner.points.brakeStart?.stationM ?? corner.points.lift?.stationM ?? null

/** Rate of change of v²/2 that the driver asks for at a sample, m/s². */
function rateAt(forces: Forces, zone: Zone | null, commitment: number, i: number, q: number): number {
  // where the school leaves no brakes, the driver has at least lifted
  if (zone && q > zone.slowestQ) return -Math.max(forces.slowingMps2(i, q), forces.resistanceMps2(i, q))
  if (zone) return Math.min(0, forces.gainingMps2(i, q))
  const gain = forces.gainingMps2(i, q)
  return gain > 0 ? gain * commitment : gain
}

/**
 * Drives one flying lap: open throttle to the driver's own marks, brakes as the school allows down to the driver's own
 * speed, waits for the driver's own throttle mark, on the driver's own line. Forward in time only: a late mark is not known
 * of beforehand, and what the tyres then refuse is taken as speed scrubbed off.
 */
export function driveLap(drive: Drive): DrivenLine {
  const { plan, commitment } = drive
  const { track, vehicle, setup } = plan
  const line = ownLine(drive)
  const path = pathOf(track, line)
  const road = roadAlong(track, gripMapOf(track, setup.conditions, plan.usual), line, path)
  const forces = forcesAlong(road, vehicle, setup)
  const zones = zonesOf(drive)
  const q = new Float64Array(track.count)
  q[0] = plan.trace.speedMps[0]! ** 2
  // twice round a closed circuit, so that the lap is a flying one
  const steps = (track.closed ? 2 : 1) * track.count - 1
  for (let k = 1; k <= steps; k++) {
    const last = (k - 1) % track.count
    const i = k % track.count
    const rate = rateAt(forces, zones[last]!, commitment, last, q[last]!)
    const slowest = zones[last] && rate < 0 ? Math.min(q[last]!, zones[last].slowestQ) : 1
    q[i] = Math.min(forces.limitQ[i]!, Math.max(slowest, q[last]! + 2 * road.stepM[last]! * rate))
  }
  const gear = Float64Array.from(q, (value) => forces.drivetrain.gearAt(Math.sqrt(value)))
  return { track, line, path, trace: traceOf(road, forces, { q, gear, upshifts: [], interrupted: new Uint8Array(q.length) }) }
}
