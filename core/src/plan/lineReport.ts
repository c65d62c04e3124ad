import { cornerPointsOf } from '../corners/cornerPoints'
import type { Driven } from '../corners/cornerPriority'
import { gripMapOf } from '../line/gripMap'
import type { ChosenLine } from '../line/chooseLine'
import { leastIn } from '../line/fastestDriven'
import { measureCorners, type LateApexLook } from '../line/lateApexLook'
import { overEdge, type OverEdge } from '../line/overEdge'
import { pathOf } from '../line/path'
import { roadAlong } from '../line/roadAlong'
import { MOST_SPEED_LOST_SHARE } from '../line/tightLine'
import { forcesAlong } from '../vehicle/forces'
import { speedAlong } from '../speed/speedAlong'
import { runWide } from '../runOff/runWide'
import type { SolvedCorner } from '../corners/solvedCorner'

/** A corner under the late-apex school: how it keeps to it, or why it need not. */
export interface LateApexCorner extends LateApexLook {
  readonly exempt: string | null
}

/** A corner under the tight school: its least speed against the fastest line's. */
interface TightCorner {
  readonly cornerNumber: string
  readonly leastMps: number
  readonly fastestLeastMps: number
  readonly met: boolean
}

/** Room left to the outer edge if a corner is driven 10 % too fast, on this line and on the fastest. */
interface TooFastCorner {
  readonly cornerNumber: string
  readonly leftM: number
  readonly fastestLeftM: number
}

/** What a line's school costs and gains. */
export interface LineReport {
  /** null where there is no fastest line to compare with */
  readonly fastestLapS: number | null
  readonly costS: number | null
  readonly lateApex: readonly LateApexCorner[]
  readonly tight: readonly TightCorner[]
  readonly tooFast: readonly TooFastCorner[]
  /** where the vehicle is over an edge, as it may be on a line drawn by hand */
  readonly overEdge: readonly OverEdge[]
}

/** Compares the chosen line with the fastest one, and checks it against its school's rules. */
export function lineReport(all: Driven, corners: readonly SolvedCorner[], chosen: ChosenLine): LineReport {
  const { track, line, trace } = all.driven
  const lateApex =
    chosen.method === 'late-apex'
      ? measureCorners(track, line, corners).map(({ cornerNumber, apexShare, toEdgeRad, riseShare, met }) => {
          const exempt = chosen.exempt.get(cornerNumber) ?? null
          return { cornerNumber, apexShare, toEdgeRad, riseShare, met, exempt }
        })
      : []
  const over = overEdge(track, line, all.vehicle.widthM)
  if (!chosen.fastest) return { fastestLapS: null, costS: null, lateApex, tight: [], tooFast: [], overEdge: over }
  const path = pathOf(track, chosen.fastest)
  const road = roadAlong(track, gripMapOf(track, all.setup.conditions, chosen.usual), chosen.fastest, path)
  const forces = forcesAlong(road, all.vehicle, all.setup)
  const driven = { track, line: chosen.fastest, path, trace: speedAlong(road, all.vehicle, all.setup, { forces }) }
  const fastest: Driven = { ...all, driven, road, forces }
  const points = cornerPointsOf(driven, corners)
  const tight =
    chosen.method === 'tight'
      ? corners.map((corner) => {
          const [leastMps, fastestLeastMps] = [leastIn(track, trace, corner), leastIn(track, driven.trace, corner)]
          return { cornerNumber: corner.number, leastMps, fastestLeastMps, met: leastMps >= (1 - MOST_SPEED_LOST_SHARE) * fastestLeastMps }
        })
      : []
  return {
    fastestLapS: driven.trace.lapTimeS,
    costS: trace.lapTimeS - driven.trace.lapTimeS,
    lateApex,
    tight,
    overEdge: over,
    tooFast: corners.map((corner, c) => ({
      cornerNumber: corner.number,
      leftM: runWide(all, corner, all.forces).leftM,
      fastestLeftM: runWide(fastest, { ...corner, points: points[c]! }, forces).leftM,
    })),
  }
}
