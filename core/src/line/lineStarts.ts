import { wrapStation, type Track } from '../geometry/track'
import type { GripMap } from './gripMap'
import type { LineBounds } from './lineBounds'
import type { OffsetBasis } from './offsetBasis'
import { offsetsOnGrid } from './offsetGrid'

/** Where a search for the fastest line begins. */
export interface LineStart {
  readonly coefficients: Float64Array
  /** begins as if the separate school could brake while it turns */
  readonly eased: boolean
}

/**
 * Where a search begins on a road that grips alike everywhere. There is one valley, and the line of least ∫κ² lies in it. The separate school has
 * more of them: it also begins as the blend school would.
 * @param smooth - coefficients of the line of least ∫κ²
 */
export const startsAlike = (smooth: Float64Array, isSeparate: boolean): LineStart[] =>
  [false, ...(isSeparate ? [true] : [])].map((eased) => ({ coefficients: smooth, eased }))

/** Of the sums that the lines on a grid have least of. */
const GRID_POWERS = [3, 2, 1.5]

/**
 * Where a search begins beside a slippery band, where there are many valleys: on lines of a grid, which turn where the grip is. They choose a
 * side of the band corner by corner, which a search downhill can't. The higher the power, the more they spread their turning, so they choose
 * differently.
 * @param grip - of the track that is given
 */
export const startsBesideBand = (track: Track, basis: OffsetBasis, bounds: LineBounds, grip: GripMap): LineStart[] =>
  GRID_POWERS.map((power) => ({
    coefficients: offsetsAtKnots(track, basis, bounds, offsetsOnGrid(track, grip, bounds, power)),
    eased: false,
  }))

/** A line near offsets given by station, kept within bounds: the spline's coefficients are its offsets at its knots, smoothed by it. */
function offsetsAtKnots(track: Track, basis: OffsetBasis, bounds: LineBounds, offsetM: (stationM: number) => number): Float64Array {
  return Float64Array.from({ length: basis.size }, (_, k) => {
    const raw = (k - 1) * basis.knotSpacingM
    const s = track.closed ? wrapStation(track, raw) : Math.min(track.lengthM, Math.max(0, raw))
    return Math.min(bounds.highM(s), Math.max(bounds.lowM(s), offsetM(s)))
  })
}
