import { turnSign } from '../geometry/corners'
import { signedApart, valueAt } from '../geometry/track'
import type { Driven } from '../corners/cornerPriority'
import type { DrivenLine } from '../corners/cornerPoints'
import type { SolvedCorner } from '../corners/solvedCorner'
import type { Change } from './change'
import { driveChanged, type ChangedLap } from './driveChanged'

/** The parts of a corner that time is gained or lost in, in the order they are driven. */
export type TimePart = 'braking' | 'entry' | 'exit' | 'straight'

/** Where a vehicle comes nearest to the outer edge. */
export interface OuterEdge {
  /** between its outer side and the edge, m; negative is beyond the edge */
  readonly clearM: number
  readonly stationM: number
  readonly speedMps: number
}

/** What one change at one corner would do (docs/model.md, What if). */
export interface WhatIfAnswer {
  readonly cornerNumber: string
  readonly change: Change
  /** seconds lost; negative is gained */
  readonly lostS: Readonly<Record<TimePart, number>>
  readonly totalLostS: number
  /** whether it ends off the track where the plan does not: its time is then none that counts */
  readonly leavesTrack: boolean
  /** what it comes to; a change that ends off the track is never a gain */
  readonly verdict: 'gain' | 'loss' | 'same' | 'off'
  readonly outer: OuterEdge
  /** the same as planned */
  readonly outerPlanned: OuterEdge
  readonly lap: ChangedLap
  /** between the vehicle's outer side and the outer edge at each stride, m */
  readonly clearM: Float64Array
  readonly clearPlannedM: Float64Array
}

/** Looked at this far beyond the exit for where a vehicle runs to. */
const BEYOND_EXIT_M = 60

/**
 * Drives the lap with one thing otherwise and says where time went: to turn-in, on to the apex, on to the exit, and the rest of
 * the lap; and how near the outer edge it came.
 */
export function whatIf(driven: Driven, corner: SolvedCorner, change: Change): WhatIfAnswer {
  const { track } = driven.driven
  const lap = driveChanged(driven, corner, change)
  const { turnIn, apex, exit } = corner.points
  const turnInM = turnIn?.stationM ?? corner.startM
  const apexM = Math.max(0, signedApart(track, turnInM, apex?.stationM ?? turnInM))
  const exitM = Math.max(apexM, signedApart(track, turnInM, exit?.stationM ?? turnInM))
  const half = lap.fromStartM[lap.fromStartM.length - 1]! / 2
  const partAt = (k: number): TimePart => {
    if (lap.fromStartM[k]! > half) return 'straight'
    const on = signedApart(track, turnInM, lap.stationM[k]!)
    return on < 0 ? 'braking' : on < apexM ? 'entry' : on < exitM ? 'exit' : 'straight'
  }
  const lostS = { braking: 0, entry: 0, exit: 0, straight: 0 }
  const pace = (v: Float64Array, k: number) => (1 / v[k]! + 1 / v[k + 1]!) / 2
  for (let k = 0; k + 1 < lap.fromStartM.length; k++)
    lostS[partAt(k)] += lap.drivenM[k]! * pace(lap.speedMps, k) - lap.plannedM[k]! * pace(lap.plannedMps, k)
  // turned in or at the inside early, a car leaves the outer edge before it comes back to it: what counts is where it goes after the apex
  const isTurning = change.kind === 'turn-later' || change.kind === 'apex-earlier'
  const look = { turnInM, fromM: isTurning ? apexM : 0, toM: exitM + BEYOND_EXIT_M }
  const totalLostS = lostS.braking + lostS.entry + lostS.exit + lostS.straight
  const asPlanned = new Float64Array(lap.outM.length)
  const outer = nearestOuter(driven, corner, lap, look, lap.outM, lap.speedMps)
  const outerPlanned = nearestOuter(driven, corner, lap, look, asPlanned, lap.plannedMps)
  const leavesTrack = outer.clearM < 0 && outer.clearM < outerPlanned.clearM - LEAST_WIDER_M
  return {
    cornerNumber: corner.number,
    change,
    lostS,
    totalLostS,
    leavesTrack,
    verdict: leavesTrack ? 'off' : Math.abs(totalLostS) < SAME_S ? 'same' : totalLostS > 0 ? 'loss' : 'gain',
    outer,
    outerPlanned,
    lap,
    clearM: outerClearM(driven.driven, driven.vehicle.widthM, corner, lap.stationM, lap.outM),
    clearPlannedM: outerClearM(driven.driven, driven.vehicle.widthM, corner, lap.stationM, asPlanned),
  }
}

/** A hundredth of a second is the least that is shown; what is nearer to the plan's way than this is the same way. */
const SAME_S = 0.005
const LEAST_WIDER_M = 0.01

/** Clearance of the vehicle's outer side to the outer edge along a changed lap, m; one entry a stride. */
function outerClearM(
  { track, line }: DrivenLine,
  widthM: number,
  corner: Pick<SolvedCorner, 'direction'>,
  stationM: Float64Array,
  outM: Float64Array,
): Float64Array {
  const sign = turnSign(corner)
  return stationM.map((s, k) => {
    const offset = valueAt(track, line.offsetM, s)
    const half = valueAt(track, sign > 0 ? track.halfRightM : track.halfLeftM, s)
    return half + sign * offset - outM[k]! - widthM / 2
  })
}

function nearestOuter(
  driven: Driven,
  corner: SolvedCorner,
  lap: ChangedLap,
  { turnInM, fromM, toM }: { turnInM: number; fromM: number; toM: number },
  outM: Float64Array,
  speedMps: Float64Array,
): OuterEdge {
  const clear = outerClearM(driven.driven, driven.vehicle.widthM, corner, lap.stationM, outM)
  let best = -1
  clear.forEach((m, k) => {
    const on = signedApart(driven.driven.track, turnInM, lap.stationM[k]!)
    if (on >= fromM && on <= toM && (best < 0 || m < clear[best]!)) best = k
  })
  const at = Math.max(0, best)
  return { clearM: clear[at]!, stationM: lap.stationM[at]!, speedMps: speedMps[at]! }
}
