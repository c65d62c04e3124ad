import { turnSign } from '../geometry/corners'
import { smoothstep } from '../geometry/smoothstep'
import { sampleAtStation, signedApart, stationsApart, valueAt, wrapStation } from '../geometry/track'
import type { Driven } from '../corners/cornerPriority'
import type { SolvedCorner } from '../corners/solvedCorner'
import { pathOf } from '../line/path'
import { speedAlong } from '../speed/speedAlong'
import { forcesAlong, type Forces } from '../vehicle/forces'
import type { Road } from '../vehicle/road'
import type { Change } from './change'

/** A way through a corner beside the line, with its speeds; one entry a sample of the track. */
export interface OtherWay {
  /** beside the planned line, outward positive, m */
  readonly outM: Float64Array
  readonly speedMps: Float64Array
  /** the way's own length from each sample to the next */
  readonly stepM: Float64Array
}

type Turning = Extract<Change, { kind: 'turn-later' | 'apex-earlier' }>

/** Back on the line over so many metres for each metre beside it, and these more. */
const BACK_M_PER_M = 16
const LEAST_BACK_M = 40
/** A way begins this many metres before the turn-in that it changes. */
const LEAD_M = 12
/**
 * The share of an error that is left at the exit. A driver who is wide sees it, waits with the throttle, and turns more. After a late turn-in there
 * is the whole exit to do that. After an early one, the driver notices only when the car runs wide.
 */
const LEFT_AT_EXIT = { late: 0.3, early: 0.5 }
/** Turning and apex too early leave a heading that is made good over the rest of the corner: at most so much wider than it was early. */
const MOST_WIDER = 2.5

/** How a corner is turned, for the ways beside its line. */
interface Turn {
  /** metres from turn-in */
  readonly apexM: number
  readonly exitM: number
  /** heading turned since turn-in at so many metres from it, radians */
  readonly turnedRad: (onM: number) => number
  /** mean turning from turn-in to exit, 1/m */
  readonly turningPerM: number
}

function turnOf({ driven: { track, path } }: Driven, corner: SolvedCorner): Turn {
  const { turnIn, apex, exit } = corner.points
  const fromM = turnIn?.stationM ?? corner.startM
  const on = (stationM: number | undefined, least: number) =>
    Math.max(least, stationM === undefined ? 0 : signedApart(track, fromM, stationM))
  const apexM = on(apex?.stationM, 2)
  const exitM = on(exit?.stationM ?? corner.endM, apexM + 2)
  const sign = turnSign(corner)
  const heading = (m: number) => path.headingRad[sampleAtStation(track, wrapStation(track, fromM + m))]!
  const turnedRad = (m: number) => {
    const raw = sign * (heading(Math.min(m, exitM)) - heading(0))
    return Math.max(0, Math.atan2(Math.sin(raw), Math.cos(raw)))
  }
  return { apexM, exitM, turnedRad, turningPerM: Math.max(1e-4, turnedRad(exitM) / exitM) }
}

/** Where a driver is beside the line at so many metres from turn-in, outward positive; and how much later the throttle is then taken up. */
interface Beside {
  readonly outM: (onM: number) => number
  readonly throttleLaterM: number
}

/**
 * Late: the same turning, so much later. The way is the line moved along the approach, outward by d·sin(heading turned): it misses the apex.
 * On the way out the driver turns more, and the throttle waits for the heading.
 */
function late(turn: Turn, metres: number): Beside {
  const { apexM, exitM, turnedRad } = turn
  const left = (on: number) => 1 - (1 - LEFT_AT_EXIT.late) * smoothstep((on - apexM) / (exitM - apexM))
  return { outM: (on) => metres * Math.sin(Math.min(Math.PI / 2, turnedRad(on))) * left(on), throttleLaterM: metres }
}

/**
 * Early: inward by as much until the wheel must be opened to pass the apex. The heading lost by that is made good after it, farther out by
 * as much for each metre; the throttle waits until it is.
 */
function early(turn: Turn, metres: number): Beside {
  const { apexM, exitM, turnedRad, turningPerM } = turn
  const givenUpM = metres * Math.sin(Math.min(Math.PI / 2, turnedRad(apexM)))
  const wideM = LEFT_AT_EXIT.early * givenUpM * Math.min(MOST_WIDER, (exitM - apexM) / apexM)
  return {
    outM: (on) =>
      on <= apexM
        ? -metres * Math.sin(Math.min(Math.PI / 2, turnedRad(Math.max(0, on)))) * (1 - smoothstep(on / apexM))
        : wideM * smoothstep((on - apexM) / (exitM - apexM)),
    throttleLaterM: givenUpM / apexM / turningPerM,
  }
}

/** The inside reached early with the line's turn-in: heading is short there by turning × metres, and is made good on the way out. */
function apexEarly(turn: Turn, metres: number): Beside {
  const { apexM, exitM, turningPerM } = turn
  const inwardM = (turningPerM * metres * apexM) / 4
  const wideM = LEFT_AT_EXIT.early * turningPerM * metres * ((exitM - apexM) / 2)
  return {
    outM: (on) =>
      on <= apexM ? -inwardM * Math.sin((Math.PI * Math.max(0, on)) / apexM) : wideM * smoothstep((on - apexM) / (exitM - apexM)),
    throttleLaterM: metres,
  }
}

function besideOf(turn: Turn, change: Turning): Beside {
  if (change.kind === 'apex-earlier') return apexEarly(turn, change.metres)
  return change.metres >= 0 ? late(turn, change.metres) : early(turn, -change.metres)
}

/** The forces of a driver who has gone wrong and has to slow: all the braking that the tyres have left, even where the school would use less. */
function caughtOut(road: Road, { vehicle, setup }: Driven): Forces {
  const own = forcesAlong(road, vehicle, setup)
  if (setup.brakingSchool === 'trail') return own
  return { ...own, slowingMps2: forcesAlong(road, vehicle, { ...setup, brakingSchool: 'trail' }).slowingMps2 }
}

/** Where a turning change first shows. */
export function otherWayFrom({ driven: { track } }: Driven, corner: SolvedCorner, change: Turning): number {
  const turnInM = corner.points.turnIn?.stationM ?? corner.startM
  return wrapStation(track, turnInM - LEAD_M - (change.kind === 'turn-later' ? Math.max(0, -change.metres) : 0))
}

/**
 * The lap when a corner is turned into, or its inside reached, at another place: a way beside the line that grows with the change, driven by
 * the passes of the model and never faster than planned, with the throttle as much later as the heading is. It comes back to the line
 * after the exit.
 */
export function otherWay(all: Driven, corner: SolvedCorner, change: Turning): OtherWay {
  const { driven, road, vehicle, setup } = all
  const { track, line, trace } = driven
  const turn = turnOf(all, corner)
  const { outM: besideM, throttleLaterM } = besideOf(turn, change)
  const sign = turnSign(corner)
  const turnInM = corner.points.turnIn?.stationM ?? corner.startM
  const atExitM = besideM(turn.exitM)
  const backM = LEAST_BACK_M + BACK_M_PER_M * Math.abs(atExitM)
  const insideM = (i: number) =>
    Math.max(0, (sign > 0 ? track.halfLeftM[i]! - line.offsetM[i]! : track.halfRightM[i]! + line.offsetM[i]!) - vehicle.widthM / 2)
  const outM = Float64Array.from(track.stationM, (s, i) => {
    const on = signedApart(track, turnInM, s)
    if (on < 0 || on > turn.exitM + backM) return 0
    const beside = on <= turn.exitM ? besideM(on) : atExitM * (1 - smoothstep((on - turn.exitM) / backM))
    return Math.max(-insideM(i), beside)
  })
  const offsetM = line.offsetM.map((n, i) => n - sign * outM[i]!)
  const at = (values: Float64Array, i: number) =>
    values[track.closed ? (i + track.count) % track.count : Math.min(track.count - 1, Math.max(0, i))]!
  // the change's own slope and bend on top of the line's: the line stays exact where nothing is changed
  const slope = line.slope.map((v, i) => v - (sign * (at(outM, i + 1) - at(outM, i - 1))) / (2 * track.stepM))
  const bendPerM = line.bendPerM.map((v, i) => v - (sign * (at(outM, i + 1) - 2 * outM[i]! + at(outM, i - 1))) / track.stepM ** 2)
  const other = pathOf(track, { offsetM, slope, bendPerM })
  const throttleOnM = corner.points.throttleOn?.stationM ?? corner.points.apex?.stationM ?? corner.endM
  const heldQ = valueAt(track, trace.speedMps, throttleOnM) ** 2
  const capQ = Float64Array.from(track.stationM, (s, i) => {
    const plannedQ = trace.speedMps[i]! ** 2
    return stationsApart(track, throttleOnM, s) < throttleLaterM ? Math.min(plannedQ, heldQ) : plannedQ
  })
  const otherRoad = { ...road, stepM: other.stepM, curvaturePerM: other.curvaturePerM, headingRad: other.headingRad }
  const { speedMps } = speedAlong(otherRoad, vehicle, setup, { capQ, forces: caughtOut(otherRoad, all) })
  // the plan driven by the same passes under its own speeds: what they lose between samples and at shifts is not the change's
  const { speedMps: unchangedMps } = speedAlong(road, vehicle, setup, {
    capQ: trace.speedMps.map((v) => v * v),
    forces: caughtOut(road, all),
  })
  return { outM, speedMps: speedMps.map((v, i) => (v * trace.speedMps[i]!) / unchangedMps[i]!), stepM: other.stepM }
}
