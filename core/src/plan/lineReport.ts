import { cornerPointsOf, type DrivenLine } from '../corners/cornerPoints'
import { sampleAtStation, stationsApart, wrapStation, type Track } from '../geometry/track'
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

/** A corner under the late-apex school: how it keeps to it, or why it need not; what that costs, and what it buys. */
export interface LateApexCorner extends LateApexLook {
  readonly exempt: string | null
  /** seconds more than on the fastest line, from half way since the corner before to half way to the next */
  readonly costS: number
  /** metres more to the outside edge than on the fastest line, for a driver 10 % too fast */
  readonly buysM: number
  /** whether it is asked and costs more than it buys */
  readonly notWorthIt: boolean
}

/** A corner under the tight school: its least speed against the fastest line's. */
interface TightCorner {
  readonly cornerNumber: string
  readonly leastMps: number
  readonly fastestLeastMps: number
  readonly met: boolean
  /** why this corner has the fastest line; null where it is tight */
  readonly notTight: string | null
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
  const over = overEdge(track, line, all.vehicle.widthM)
  if (!chosen.fastest) return { fastestLapS: null, costS: null, lateApex: [], tight: [], tooFast: [], overEdge: over }
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
          return {
            cornerNumber: corner.number,
            leastMps,
            fastestLeastMps,
            met: leastMps >= (1 - MOST_SPEED_LOST_SHARE) * fastestLeastMps,
            notTight: chosen.exempt.get(corner.number) ?? null,
          }
        })
      : []
  const tooFast = corners.map((corner, c) => ({
    cornerNumber: corner.number,
    leftM: runWide(all, corner, all.forces).leftM,
    fastestLeftM: runWide(fastest, { ...corner, points: points[c]! }, forces).leftM,
  }))
  return {
    fastestLapS: driven.trace.lapTimeS,
    costS: trace.lapTimeS - driven.trace.lapTimeS,
    lateApex: chosen.method === 'late-apex' ? lateApexCorners(all.driven, driven, corners, chosen.exempt, tooFast) : [],
    tight,
    overEdge: over,
    tooFast,
  }
}

/** A late apex is worth its time while it buys this much room, metres for each second; under the least cost, it is not asked. */
const WORTH_M_PER_S = 5
const LEAST_COST_S = 0.05

function lateApexCorners(
  own: DrivenLine,
  fastest: DrivenLine,
  corners: readonly SolvedCorner[],
  exempt: ReadonlyMap<string, string>,
  tooFast: readonly TooFastCorner[],
): LateApexCorner[] {
  const sections = sectionsOf(own.track, corners)
  return measureCorners(own.track, own.line, corners).map(({ cornerNumber, apexShare, toEdgeRad, riseShare, met }, c) => {
    const costS = secondsIn(own, sections[c]!) - secondsIn(fastest, sections[c]!)
    const buysM = tooFast[c]!.leftM - tooFast[c]!.fastestLeftM
    const why = exempt.get(cornerNumber) ?? null
    const notWorthIt = why === null && costS >= LEAST_COST_S && buysM < WORTH_M_PER_S * costS
    return { cornerNumber, apexShare, toEdgeRad, riseShare, met, exempt: why, costS, buysM, notWorthIt }
  })
}

/** Parts of the lap, one a corner, that meet half way between two corners. */
function sectionsOf(track: Track, corners: readonly SolvedCorner[]): { fromM: number; toM: number }[] {
  const ends = corners.map((corner, c) => {
    const next = corners[(c + 1) % corners.length]!
    return wrapStation(track, corner.endM + stationsApart(track, corner.endM, next.startM) / 2)
  })
  return corners.map((_, c) => {
    const isLast = !track.closed && c === corners.length - 1
    return { fromM: c === 0 && !track.closed ? 0 : ends[(c - 1 + ends.length) % ends.length]!, toM: isLast ? track.lengthM : ends[c]! }
  })
}

function secondsIn({ track, trace }: DrivenLine, { fromM, toM }: { fromM: number; toM: number }): number {
  const at = (stationM: number) => trace.timeS[sampleAtStation(track, stationM)]!
  const seconds = at(toM) - at(fromM)
  return seconds <= 0 ? seconds + trace.lapTimeS : seconds
}
