import type { BrakingSchool } from '@ochote/contracts'
import { turnSign } from '../geometry/corners'
import { sampleAtStation, stationsApart, valueAt, wrapStation } from '../geometry/track'
import { brakingEarlier, cappedAt, type Driven } from '../corners/cornerPriority'
import type { SolvedCorner } from '../corners/solvedCorner'
import type { Forces } from '../vehicle/forces'
import type { Change } from './change'
import { actionOf, slowestOf, slowingFrom, startOf, type DriverAction } from './driverAction'
import { otherWay } from './otherWay'
import { backToLine, ON_LINE, stepOffLine, type OffLine } from '../line/offLine'

/** A lap driven with one change. One entry for each stride. */
export interface ChangedLap {
  /** metres of the lap since where it begins to differ */
  readonly fromStartM: Float64Array
  readonly stationM: Float64Array
  readonly speedMps: Float64Array
  readonly plannedMps: Float64Array
  /** beside the planned line, outward of this corner positive, m */
  readonly outM: Float64Array
  /** driven from each stride to the next, m: a way round outside is longer */
  readonly drivenM: Float64Array
  /** the same on the planned line */
  readonly plannedM: Float64Array
}

const STRIDE_M = 0.5
/** So far beyond the exit the way back to the line begins. */
const RUN_OUT_M = 30
const LEAST_Q = 1
const SAME_Q = 1e-9
/** So much too fast a driver turns as little as the school's braking leaves. */
const MUCH_MPS = 0.3
/** A driver waits with the throttle while the heading is off, wholly from this on and less the nearer it is. */
const WAITS_RAD = 0.02
const STRAIGHT_RAD = 1e-4
/** Share of the sideways grip used while braking off too much speed: what each school leaves of the brakes by it (section 2). */
const TURNING_WHILE_BRAKING: Record<BrakingSchool, number> = { separate: 0.1, blend: 0.5, trail: 0.7 }

/**
 * Drives a whole lap with one thing otherwise, a full re-run. Slower than the plan somewhere: the passes of section 3 under
 * that cap. Faster than the plan: brakes as the school lets and turns with what that leaves; past the apex, only lifts; turned
 * less than the line, keeps off the throttle until the heading is back; then gains as the vehicle can up to the plan's speed.
 */
export function driveChanged(driven: Driven, corner: SolvedCorner, change: Change): ChangedLap {
  const startM = startOf(driven, corner, change)
  const { track, trace, path } = driven.driven
  const lapM = track.closed ? track.lengthM : track.lengthM - startM
  const strides = Math.max(1, Math.round(lapM / STRIDE_M))
  const strideM = lapM / strides
  const stationM = Float64Array.from({ length: strides + 1 }, (_, k) => wrapStation(track, startM + k * strideM))
  const plannedMps = stationM.map((s) => valueAt(track, trace.speedMps, s))
  const plannedM = stationM.map((s) => (strideM * (path.stepM[sampleAtStation(track, s)]! || track.stepM)) / track.stepM)
  const way = { fromStartM: stationM.map((_, k) => k * strideM), stationM, plannedMps, plannedM }
  if (change.kind === 'turn-later' || change.kind === 'apex-earlier') {
    const other = otherWay(driven, corner, change)
    const along = (values: Float64Array) => stationM.map((s) => valueAt(track, values, s))
    const share = stationM.map((s) => {
      const i = sampleAtStation(track, s)
      return other.stepM[i]! / (path.stepM[i]! || track.stepM)
    })
    return { ...way, speedMps: along(other.speedMps), outM: along(other.outM), drivenM: plannedM.map((m, k) => m * share[k]!) }
  }
  const slower = slowerTrace(driven, corner, change)
  if (slower) {
    const speedMps = stationM.map((s) => valueAt(track, slower.speedMps, s))
    return { ...way, speedMps, outM: new Float64Array(strides + 1), drivenM: plannedM }
  }
  return { ...way, ...driveFaster(driven, corner, actionOf(driven, corner, change), way) }
}

/** The speeds of a change that only slows down. */
function slowerTrace(driven: Driven, corner: SolvedCorner, change: Change) {
  const { brakeStart, lift, minSpeed } = corner.points
  const entry = brakeStart ?? lift
  if (change.kind === 'brake-later' && change.metres < 0 && entry && minSpeed)
    return brakingEarlier(driven, entry, minSpeed, -change.metres)
  if (change.kind === 'carry' && change.mps < 0 && minSpeed)
    return cappedAt(driven, sampleAtStation(driven.driven.track, minSpeed.stationM), Math.max(1, minSpeed.speedMps + change.mps))
  return null
}

type Way = Pick<ChangedLap, 'stationM' | 'plannedMps' | 'plannedM'>

function driveFaster(
  driven: Driven,
  corner: SolvedCorner,
  doing: (stationM: number) => DriverAction,
  { stationM, plannedMps, plannedM }: Way,
) {
  const { driven: line, vehicle, setup, forces } = driven
  const { track, path } = line
  const sign = turnSign(corner)
  const count = stationM.length
  const lap = { speedMps: new Float64Array(count), outM: new Float64Array(count), drivenM: plannedM.slice() }
  const insideM = (i: number) =>
    (sign > 0 ? track.halfLeftM[i]! - line.line.offsetM[i]! : track.halfRightM[i]! + line.line.offsetM[i]!) - vehicle.widthM / 2
  const apexM = slowestOf(corner)
  const slowingM = slowingFrom(driven, corner)
  const exitM = wrapStation(track, (corner.points.exit?.stationM ?? corner.endM) + RUN_OUT_M)
  const intoCorner = (s: number) => stationsApart(track, slowingM, s) < stationsApart(track, slowingM, apexM)
  const turningShare = TURNING_WHILE_BRAKING[setup.brakingSchool]
  let q = plannedMps[0]! ** 2
  let off: OffLine = ON_LINE
  for (let k = 0; k < count; k++) {
    lap.speedMps[k] = Math.sqrt(q)
    lap.outM[k] = off.outM
    if (k === count - 1) break
    const s = stationM[k]!
    const i = sampleAtStation(track, s)
    const act = doing(s)
    const linePerM = sign * valueAt(track, path.curvaturePerM, s)
    const plannedQ = plannedMps[k]! ** 2
    // a driver who brakes softer, or means to carry more, turns in as planned; one who is too fast can turn only with the grip that braking leaves
    const unmeantMps = act.brakes < 1 || act.drives || !intoCorner(s) ? 0 : Math.sqrt(q) - Math.sqrt(plannedQ) - act.overMps
    const brakes = Math.min(1, Math.max(0, unmeantMps / MUCH_MPS))
    const turning = 1 - (1 - turningShare) * brakes
    const able = forces.turnablePerM(i, q, sign) * turning
    const stepM = plannedM[k]! * Math.max(0.2, 1 + off.outM * linePerM)
    lap.drivenM[k] = stepM
    off = stepOffLine(off, plannedM[k]!, {
      linePerM,
      // the plan's own speed can turn as its line does, whatever is lost between samples; a higher one by so much less
      mostPerM: Math.max(able, Math.abs(linePerM) * Math.min(1, plannedQ / q) * turning),
      leastOutM: Math.min(0, -insideM(i)),
    })
    if (off.headingRad <= STRAIGHT_RAD && stationsApart(track, exitM, s) < track.lengthM / 2) off = backToLine(off, plannedM[k]!)
    const lateralQ = turning * q
    const waits = Math.min(1, Math.max(0, off.headingRad) / WAITS_RAD)
    const planned = (m: number) => valueAt(track, line.trace.speedMps, wrapStation(track, s + m)) ** 2
    const ahead = act.gainsAsAheadM
    const risesQ = ahead === null ? null : Math.max(0, planned(ahead + plannedM[k]!) - planned(ahead))
    q = nextQ(forces, act, { i, q, stepM, plannedQ, nextPlannedQ: plannedMps[k + 1]! ** 2, waits, lateralQ, risesQ })
  }
  return lap
}

interface Stride {
  readonly i: number
  readonly q: number
  readonly stepM: number
  readonly plannedQ: number
  readonly nextPlannedQ: number
  /** share of the throttle withheld until the heading is back, 0…1 */
  readonly waits: number
  /** the speed squared at which the line would ask for as much sideways as is turned */
  readonly lateralQ: number
  /** what the throttle taken early adds; null where it is not */
  readonly risesQ: number | null
}

function nextQ(forces: Forces, act: DriverAction, stride: Stride): number {
  const { i, q, stepM, plannedQ, nextPlannedQ, waits, lateralQ, risesQ } = stride
  const twice = 2 * stepM
  const kept = (value: number) => Math.max(LEAST_Q, value)
  const resistance = forces.resistanceMps2(i, q)
  if (act.drives) return kept(q + twice * forces.gainingMps2(i, q))
  if (risesQ !== null) return kept(q + risesQ)
  if (act.coasts) return kept(Math.min(nextPlannedQ, q - twice * resistance))
  if (act.holds) return kept(Math.min(q, nextPlannedQ))
  const target = (Math.sqrt(nextPlannedQ) + act.overMps) ** 2
  if (q > plannedQ + SAME_Q || act.brakes < 1 || act.overMps > 0) {
    const slowing = Math.max(0, resistance, forces.slowingMps2(i, lateralQ))
    // who brakes softer does so by that share of the plan's own slowing; anyone else slows at least as the plan does
    const own = Math.max(0, (plannedQ - nextPlannedQ) / twice)
    const softer = Math.max(0, resistance) + Math.max(0, own - Math.max(0, resistance)) * act.brakes
    const most = act.brakes < 1 ? Math.min(own, softer) : Math.max(slowing, own)
    return kept(Math.max(target, q - twice * most))
  }
  const coasted = Math.min(q, nextPlannedQ, q - twice * resistance)
  return kept(waits * coasted + (1 - waits) * asPlanned(forces, stride))
}

/** Along the plan's own speed, or up to it as the vehicle can. */
function asPlanned(forces: Forces, { i, q, stepM, plannedQ, nextPlannedQ }: Stride): number {
  const twice = 2 * stepM
  if (q >= plannedQ - SAME_Q) return nextPlannedQ
  // slower than planned: as much gained as the plan gains here, and what its own lower speed gains more
  const more = twice * (forces.gainingMps2(i, q) - forces.gainingMps2(i, plannedQ))
  return Math.min(nextPlannedQ, nextPlannedQ > plannedQ ? q + (nextPlannedQ - plannedQ) + more : q + twice * forces.gainingMps2(i, q))
}
