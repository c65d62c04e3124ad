import type { BrakingSchool, Duty, Units } from '@ochote/contracts'
import type { CornerMarks, EdgeMark } from '../corners/cornerMarks'
import type { CornerPoint, CornerPoints } from '../corners/cornerPoints'
import { edgeReason } from '../corners/markWords'
import type { Corner } from '../geometry/corners'
import { toLonLat } from '../geometry/localMetres'
import { placeAt, signedApart, stationsApart, valueAt, wrapStation, type Track } from '../geometry/track'
import type { PlacedLandmark } from '../geometry/placedFeatures'
import { foundByPhrase } from './foundBy'
import { wholeLength } from '../geometry/units'

/** A cone where the computation puts it. */
export interface ComputedCone {
  /** corner and the point that it marks, which stay the same when the cone is moved and when it asks for something else */
  readonly id: string
  readonly cornerNumber: string
  readonly duty: Duty
  readonly side: 'left' | 'right'
  readonly stationM: number
  /** of the cone itself, left positive */
  readonly offsetM: number
  /** distance in from the painted edge, metres; negative where it stands outside the edge */
  readonly inFromEdgeM: number
  readonly x: number
  readonly y: number
  readonly lon: number
  readonly lat: number
  /** planned speed there */
  readonly speedMps: number
  readonly foundBy: string
  /** how the cone differs from the plain rule, and why; empty where it does not */
  readonly note: string
}

interface ConeRules {
  brakingSchool: BrakingSchool
  /** a first session: brake marks come earlier by one second of late reaction */
  firstSession: boolean
  /** what the way to find a cone is said in */
  units: Units
}

/** How far outside the painted edge marks stand where nobody moved them, m. */
export const OUTSIDE_EDGE_M = 0.3
const LATE_REACTION_S = 1
const LEAST_APART_M = 5

/** In the separate school, slowing is over when turning begins: its mark stands at least so long before the turn mark. */
const BEFORE_TURN_S = 0.5

interface Wanted {
  corner: Corner
  /** the point of the corner that it marks; what it asks for may be another duty */
  point: 'lift' | 'brake' | 'turn' | 'apex' | 'hold' | 'second-apex' | 'exit'
  duty: Duty
  side: 'left' | 'right'
  stationM: number
  speedMps: number
  note: string
}

const other = (side: 'left' | 'right') => (side === 'left' ? 'right' : 'left')

/** What a corner's cones are placed by. */
export type CornerToMark = Corner & { readonly points: CornerPoints; readonly marks: CornerMarks }

function wantedOf(track: Track, corner: CornerToMark, rules: ConeRules): Wanted[] {
  const { points, marks } = corner
  const inside = corner.direction
  const outside = other(inside)
  const want = (point: 'lift' | 'brake' | 'turn' | 'hold', at: CornerPoint | null): Wanted[] =>
    at ? [{ corner, point, duty: point, side: outside, stationM: at.stationM, speedMps: at.speedMps, note: '' }] : []
  const atEdge = (point: 'apex' | 'second-apex' | 'exit', mark: EdgeMark | null): Wanted[] =>
    mark
      ? [
          {
            corner,
            point,
            duty: mark.duty,
            side: mark.side,
            stationM: mark.point.stationM,
            speedMps: mark.point.speedMps,
            note: edgeReason(mark.reason, rules.units),
          },
        ]
      : []
  const slowing = points.brakeStart ? want('brake', points.brakeStart) : want('lift', points.lift)
  return [
    ...slowing
      .map((w) => (rules.brakingSchool === 'separate' ? clearOfTurn(track, w, points.turnIn, rules.units) : w))
      .map((w) => (rules.firstSession ? earlier(w, rules.units) : w)),
    ...want('turn', points.turnIn),
    ...atEdge('apex', marks.apex),
    ...want('hold', points.hold),
    ...atEdge('second-apex', marks.secondApex).map((w) => ({ ...w, note: ['second apex', w.note].filter(Boolean).join('; ') })),
    ...atEdge('exit', marks.exit),
  ]
}

const note = (own: string, more: string) => [own, more].filter(Boolean).join('; ')

function clearOfTurn(track: Track, wanted: Wanted, turnIn: CornerPoint | null, units: Units): Wanted {
  if (!turnIn) return wanted
  const beforeM = signedApart(track, wanted.stationM, turnIn.stationM)
  const needsM = BEFORE_TURN_S * wanted.speedMps
  if (beforeM >= needsM) return wanted
  const metres = needsM - beforeM
  const words = `${wholeLength(metres, units)} earlier, so that the ${wanted.duty} is over before the turn`
  return { ...wanted, stationM: wanted.stationM - metres, note: note(wanted.note, words) }
}

function earlier(wanted: Wanted, units: Units): Wanted {
  const metres = LATE_REACTION_S * wanted.speedMps
  return {
    ...wanted,
    stationM: wanted.stationM - metres,
    note: note(wanted.note, `${wholeLength(metres, units)} earlier for a late reaction (first session)`),
  }
}

/** Which cone stays where two would stand together: the one with the higher number. */
const KEEPS_PLACE: Partial<Record<Duty, number>> = { brake: 4, turn: 3, apex: 3, hold: 3, lift: 2, exit: 1 }

/** Cones nearer than 5 m to another on the same side: an exit cone gives way to what the next corner asks for. */
function dropCrowded(track: Track, wanted: Wanted[], units: Units): Wanted[] {
  const near = (a: Wanted, b: Wanted) =>
    a.side === b.side &&
    Math.min(stationsApart(track, a.stationM, b.stationM), stationsApart(track, b.stationM, a.stationM)) < LEAST_APART_M
  const kept: Wanted[] = []
  for (const one of [...wanted].sort((a, b) => (KEEPS_PLACE[b.duty] ?? 0) - (KEEPS_PLACE[a.duty] ?? 0))) {
    const holder = kept.findIndex((k) => near(k, one))
    if (holder < 0) kept.push(one)
    else {
      const place = kept[holder]!
      const merged = `also ${one.duty} of corner ${one.corner.number}, less than ${wholeLength(LEAST_APART_M, units)} away`
      kept[holder] = { ...place, note: note(place.note, merged) }
    }
  }
  return wanted.flatMap((w) => kept.find((k) => k.corner === w.corner && k.point === w.point) ?? [])
}

/** Where a cone of a duty stands across the track: 0.3 m outside the painted edge. */
export function coneOffset(track: Track, side: 'left' | 'right', stationM: number): number {
  return side === 'left'
    ? valueAt(track, track.halfLeftM, stationM) + OUTSIDE_EDGE_M
    : -(valueAt(track, track.halfRightM, stationM) + OUTSIDE_EDGE_M)
}

/** What is known about a cone at a station and offset: its place on the ground, and how to find it. */
export function describePlace(track: Track, landmarks: readonly PlacedLandmark[], stationM: number, offsetM: number, units: Units) {
  const { x, y } = placeAt(track, stationM, offsetM)
  const edge = offsetM >= 0 ? valueAt(track, track.halfLeftM, stationM) : valueAt(track, track.halfRightM, stationM)
  return {
    x,
    y,
    ...toLonLat(track.circuit.frame, x, y),
    inFromEdgeM: edge - Math.abs(offsetM),
    foundBy: foundByPhrase(track, landmarks, stationM, units),
  }
}

/** The cones that the corner points ask for (docs/model.md, Cones), in the order of the lap. */
export function placeCones(
  track: Track,
  landmarks: readonly PlacedLandmark[],
  corners: readonly CornerToMark[],
  rules: ConeRules,
): ComputedCone[] {
  const wanted = dropCrowded(
    track,
    corners.flatMap((corner) => wantedOf(track, corner, rules)),
    rules.units,
  )
  return wanted.map((w) => {
    const stationM = wrapStation(track, w.stationM)
    const offsetM = coneOffset(track, w.side, stationM)
    return {
      id: `${w.corner.number}-${w.point}`,
      cornerNumber: w.corner.number,
      duty: w.duty,
      side: w.side,
      stationM,
      offsetM,
      speedMps: w.speedMps,
      note: w.note,
      ...describePlace(track, landmarks, stationM, offsetM, rules.units),
    }
  })
}
