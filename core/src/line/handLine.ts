import type { Vehicle } from '@ochote/contracts'
import { signedApart, stationsApart, valueAt, wrapStation, type Track } from '../geometry/track'
import type { DrivingSetup } from '../speed/speedAlong'
import { speedAlong, type SpeedTrace } from '../speed/speedAlong'
import type { GripMap } from './gripMap'
import { lineOf, offsetBasis, type OffsetBasis } from './offsetBasis'
import { pathOf, type OffsetLine, type Path } from './path'
import { roadAlong } from './roadAlong'

/** A line while it is edited by hand: its spline coefficients, and what it is driven with. */
export interface EditableLine {
  readonly track: Track
  readonly grip: GripMap
  readonly vehicle: Vehicle
  readonly setup: DrivingSetup
  readonly basis: OffsetBasis
  readonly coefficients: Float64Array
}

/** An edited line with its new speeds. */
export interface EditedLine {
  readonly coefficients: Float64Array
  readonly line: OffsetLine
  readonly path: Path
  readonly trace: SpeedTrace
  /** the same line as the [station, offset] pairs of a set-up, one for each knot */
  readonly givenLine: [number, number][]
}

/** The line follows the pointer this far to either side, metres. */
const REACH_M = 40

/** Makes a line editable: its offsets become coefficients of a spline whose knots are as far apart as hands can steer. */
export function editableLine(
  driven: { readonly track: Track; readonly line: OffsetLine },
  grip: GripMap,
  vehicle: Vehicle,
  setup: DrivingSetup,
  knotSpacingM: number,
): EditableLine {
  const { track, line } = driven
  const basis = offsetBasis(track, knotSpacingM)
  return { track, grip, vehicle, setup, basis, coefficients: interpolating(track, line, basis) }
}

/** Coefficients whose spline passes close to a line, by repeated correction of each by the miss at its own place. */
function interpolating(track: Track, line: OffsetLine, basis: OffsetBasis): Float64Array {
  const wanted = Float64Array.from({ length: basis.size }, (_, c) => {
    return valueAt(track, line.offsetM, wrapStation(track, (c - 1) * basis.knotSpacingM))
  })
  const coefficients = wanted.slice()
  const at = (c: number) => coefficients[basis.closed ? (c + basis.size) % basis.size : Math.min(basis.size - 1, Math.max(0, c))]!
  for (let round = 0; round < 30; round++) {
    const missed = wanted.map((value, c) => value - (at(c - 1) + 4 * at(c) + at(c + 1)) / 6)
    missed.forEach((by, c) => (coefficients[c] = coefficients[c]! + by))
  }
  return coefficients
}

/**
 * Moves a line so that it passes through a place, with less movement further away, and computes the lap again. It takes a few
 * milliseconds, so speeds follow the pointer.
 * @param offsetM - wanted offset of the line at the station, left positive
 */
export function editLine(editable: EditableLine, stationM: number, offsetM: number): EditedLine {
  const { track, basis, grip, vehicle, setup } = editable
  const line = lineOf(basis, editable.coefficients)
  const here = valueAt(track, line.offsetM, stationM)
  const coefficients = editable.coefficients.map((value, c) => {
    const knotM = wrapStation(track, (c - 1) * basis.knotSpacingM)
    const away = track.closed
      ? Math.abs(signedApart(track, stationM, knotM))
      : Math.max(stationsApart(track, stationM, knotM), stationsApart(track, knotM, stationM))
    return away >= REACH_M ? value : value + (offsetM - here) * Math.cos(((away / REACH_M) * Math.PI) / 2) ** 2
  })
  const edited = lineOf(basis, coefficients)
  const path = pathOf(track, edited)
  return {
    coefficients,
    line: edited,
    path,
    trace: speedAlong(roadAlong(track, grip, edited, path), vehicle, setup),
    givenLine: givenLineOf(basis, coefficients),
  }
}

/** A cubic through a spline's values at its own knots is that same spline (except near the ends of an open course). */
function givenLineOf({ size, closed, knotSpacingM }: OffsetBasis, coefficients: Float64Array): [number, number][] {
  return Array.from({ length: closed ? size : size - 2 }, (_, k) => {
    const value = (coefficients[k]! + 4 * coefficients[(k + 1) % size]! + coefficients[(k + 2) % size]!) / 6
    return [Math.round(k * knotSpacingM * 1e6) / 1e6, Math.round(value * 1e4) / 1e4]
  })
}
