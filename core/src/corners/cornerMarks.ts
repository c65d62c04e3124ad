import { turnSign, type Corner } from '../geometry/corners'
import type { PlacedHazard } from '../geometry/placedFeatures'
import { samplesAround, stationsApart, valueAt, type Track } from '../geometry/track'
import type { OffsetLine } from '../line/path'
import type { CornerPoint, CornerPoints } from './cornerPoints'

type Side = 'left' | 'right'

/** What stands at the apex or the exit of a corner, and what it asks for. */
export interface EdgeMark {
  /** the edge itself, or a distance from it */
  readonly duty: 'apex' | 'exit' | 'hold'
  readonly side: Side
  readonly point: CornerPoint
  /** how far out from that edge the vehicle's side is to stay, m; null where the mark asks for the edge */
  readonly holdM: number | null
  /** why it is no plain apex or exit mark; null where it is one */
  readonly reason: EdgeReason | null
}

/** Why a corner has no mark at an edge, or one that holds the car off it. */
export interface EdgeReason {
  readonly edge: 'inside' | 'outer'
  /** what the line keeps between the car's side and the edge, m */
  readonly clearM: number
  /** the hazard that the car is held away from, m from the line, and how far it is held off the edge; null where there is none */
  readonly hazard: { readonly kind: PlacedHazard['kind']; readonly apartM: number; readonly holdM: number } | null
}

/** A corner without a mark that it would have had, or with a hold mark in its place. */
export interface MarkRemark {
  readonly duty: 'apex' | 'exit'
  readonly becomes: 'hold' | 'none'
  readonly reason: EdgeReason
}

/** The marks that a corner's line asks for at its edges; null where the line stays away from the edge. */
export interface CornerMarks {
  readonly apex: EdgeMark | null
  readonly secondApex: EdgeMark | null
  readonly exit: EdgeMark | null
  /** why there is no mark, or another one */
  readonly remarks: readonly MarkRemark[]
}

/** A mark asks for an edge that the vehicle's side comes this near to; up to the second distance, it says how far to stay out. */
export const AT_EDGE_M = 1
const HOLD_UP_TO_M = 3
/** A mark sends no vehicle nearer than this to a hazard … */
export const CLEAR_OF_HAZARD_M = 3
/** … on the way past it, so far before and after the mark. */
const ALONG_M = 15

/** What the marks of a corner depend on. */
interface MarkedLine {
  readonly track: Track
  readonly line: OffsetLine
  readonly widthM: number
  readonly hazards: readonly PlacedHazard[]
}

const half = (track: Track, side: Side, stationM: number) => valueAt(track, side === 'left' ? track.halfLeftM : track.halfRightM, stationM)
const signOf = (side: Side) => (side === 'left' ? 1 : -1)

/** Distance from the vehicle's side to an edge at a station, m; negative beyond it. */
export function sideToEdgeM({ track, line, widthM }: Omit<MarkedLine, 'hazards'>, side: Side, stationM: number): number {
  return half(track, side, stationM) - signOf(side) * valueAt(track, line.offsetM, stationM) - widthM / 2
}

/** A hazard on one side of the road that a vehicle's side comes near to. */
interface NearHazard {
  readonly hazard: PlacedHazard
  readonly apartM: number
}

/** The hazard on a side that the vehicle comes nearest to around a station, within the distance that marks keep; null where there is none. */
export function hazardNear({ track, line, widthM, hazards }: MarkedLine, side: Side, stationM: number): NearHazard | null {
  const sign = signOf(side)
  let near: NearHazard | null = null
  for (const hazard of hazards) {
    if (sign * hazard.offsetM <= ON_THE_ROAD_M) continue
    for (const i of samplesAround(track, stationM, ALONG_M)) {
      const s = track.stationM[i]!
      const lengthM = stationsApart(track, hazard.stationM, hazard.endM)
      const into = stationsApart(track, hazard.stationM, s)
      const alongM = into <= lengthM ? 0 : Math.min(into - lengthM, stationsApart(track, s, hazard.stationM))
      const acrossM = Math.max(0, sign * (hazard.offsetM - line.offsetM[i]!) - widthM / 2)
      const apartM = Math.hypot(alongM, acrossM)
      if (apartM < CLEAR_OF_HAZARD_M && (!near || apartM < near.apartM)) near = { hazard, apartM }
    }
  }
  return near
}

/** A hazard no farther than this from the middle concerns the whole road, not one side. */
const ON_THE_ROAD_M = 0.5

/** Marks of every corner that agree with the line driven and with what lies beside it (docs/model.md, Cones). */
export function cornerMarks(driven: MarkedLine, corners: readonly Corner[], points: readonly CornerPoints[]): CornerMarks[] {
  return corners.map((corner, c) => {
    const inside = corner.direction
    const outside: Side = turnSign(corner) > 0 ? 'right' : 'left'
    const own = points[c]!
    const marks = [
      edgeMark(driven, 'apex', inside, own.apex),
      edgeMark(driven, 'apex', inside, own.secondApex),
      edgeMark(driven, 'exit', outside, own.exit),
    ]
    const [apex, secondApex, exit] = marks.map((m) => m.mark)
    return { apex: apex!, secondApex: secondApex!, exit: exit!, remarks: marks.flatMap((m) => m.remark ?? []) }
  })
}

function edgeMark(
  driven: MarkedLine,
  duty: 'apex' | 'exit',
  side: Side,
  point: CornerPoint | null,
): { mark: EdgeMark | null; remark: MarkRemark | null } {
  if (!point) return { mark: null, remark: null }
  const clearM = sideToEdgeM(driven, side, point.stationM)
  const edge = duty === 'apex' ? 'inside' : 'outer'
  const apart: EdgeReason = { edge, clearM, hazard: null }
  if (clearM > HOLD_UP_TO_M || (duty === 'exit' && clearM > AT_EDGE_M))
    return { mark: null, remark: { duty, becomes: 'none', reason: apart } }
  const near = hazardNear(driven, side, point.stationM)
  if (near) {
    const edgeM = half(driven.track, side, point.stationM)
    const holdM = Math.max(clearM, edgeM - Math.abs(near.hazard.offsetM) + CLEAR_OF_HAZARD_M)
    const reason = { ...apart, hazard: { kind: near.hazard.kind, apartM: near.apartM, holdM } }
    return { mark: { duty: 'hold', side, point, holdM, reason }, remark: { duty, becomes: 'hold', reason } }
  }
  if (clearM <= AT_EDGE_M) return { mark: { duty, side, point, holdM: null, reason: null }, remark: null }
  return { mark: { duty: 'hold', side, point, holdM: clearM, reason: apart }, remark: { duty, becomes: 'hold', reason: apart } }
}
