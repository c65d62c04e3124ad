import { stationsApart, wrapStation, type PlanSolution } from '@ochote/core'
import { distance } from '../format/format'

/** A place belongs to a corner from its approach until it has run out, m before its start and after its end. */
const APPROACH_M = 60
const RUN_OUT_M = 30

/** The number of the corner that a place belongs to; null between corners. */
export function cornerNear({ track, corners }: Pick<PlanSolution, 'track' | 'corners'>, stationM: number): string | null {
  const near = corners.find(({ startM, endM }) => {
    const fromM = wrapStation(track, startM - APPROACH_M)
    return stationsApart(track, fromM, wrapStation(track, stationM)) <= APPROACH_M + stationsApart(track, startM, endM) + RUN_OUT_M
  })
  return near?.number ?? null
}

/** A place as a page names it: by its corner, or by its distance from the line. */
export function placeNear(solution: Pick<PlanSolution, 'track' | 'corners'>, stationM: number): string {
  const corner = cornerNear(solution, stationM)
  return corner === null ? distance(stationM) : `corner ${corner}`
}
