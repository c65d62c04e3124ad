import { placeAt, turnSign, wrapStation, type Cone, type PlanSolution, type SolvedCorner } from '@ochote/core'
import { badgePlaces, type Anchor } from './badgePlaces'
import type { Fit } from './fitToView'

/** Size of a badge with a speed, or with what is left to be wrong in, pixels. */
export const BADGE = { width: 56, withMargin: 80, height: 24 } as const

/** Where each corner's badge stands on the map, in pixels of the unzoomed picture. */
export function cornerBadges(
  { track, corners }: PlanSolution,
  cones: readonly Cone[],
  fit: Fit,
  k: number,
  withMargins: boolean,
): { corner: SolvedCorner; x: number; y: number }[] {
  const shown = corners.flatMap((corner) =>
    corner.points.apex ? [{ corner, apexM: wrapStation(track, corner.points.apex.stationM) }] : [],
  )
  const anchors = shown.map(({ corner, apexM }): Anchor => {
    const middle = placeAt(track, apexM, 0)
    const inside = placeAt(track, apexM, turnSign(corner))
    const edge = placeAt(track, apexM, turnSign(corner) * track.halfLeftM[0]!)
    return { x: fit.x(edge.x) * k, y: fit.y(edge.y) * k, inX: inside.x - middle.x, inY: middle.y - inside.y }
  })
  const marks = cones.map((cone) => ({ x: fit.x(cone.x) * k, y: fit.y(cone.y) * k }))
  const places = badgePlaces(anchors, withMargins ? BADGE.withMargin : BADGE.width, BADGE.height, marks)
  return shown.map(({ corner }, i) => ({ corner, x: places[i]!.x / k, y: places[i]!.y / k }))
}
