import { wrapStation, type Track } from '../geometry/track'
import { RAMP_M, type GripMap, type Rubber } from './gripMap'
import type { LineBounds } from './lineBounds'
import { offsetsOnGrid } from './offsetGrid'
import type { OffsetBasis } from './offsetBasis'

/** Where a search for the fastest line begins. */
export interface LineStart {
  readonly coefficients: Float64Array
  /** begins as if the separate school could brake while it turns */
  readonly eased: boolean
  /** begins with the band's edge nearly as sharp as it is, so that it stays on the side it starts on */
  readonly sharp: boolean
}

/**
 * Where the search for the fastest line begins. It finds the bottom of the valley it starts in. On a road that grips alike everywhere there is
 * one valley, and the line of least ∫κ² lies in it. Beside a slippery band there are several, so the search also begins in the
 * middle of the road, along either side of the band, and on the lines of a grid that turn where the grip is. The separate school has more of
 * them: it also begins as the blend school would.
 * @param rubber - the band; null where it grips like the rest
 * @param grip - of the track that is given
 * @param smooth - coefficients of the line of least ∫κ²
 */
export function lineStarts(
  track: Track,
  basis: OffsetBasis,
  bounds: LineBounds,
  rubber: Rubber | null,
  grip: GripMap,
  smooth: Float64Array,
  separate: boolean,
): LineStart[] {
  const start = (coefficients: Float64Array, eased = false, sharp = false) => ({ coefficients, eased, sharp })
  const starts = [start(smooth), ...(separate ? [start(smooth, true)] : [])]
  if (!rubber) return starts
  const beside = (side: 1 | -1) =>
    offsetsAtKnots(track, basis, bounds, (s) => rubber.dryLineM(s) + side * (rubber.bandM + RAMP_M / 2 + CLEAR_OF_BAND_M))
  return [
    ...starts,
    start(beside(1)),
    start(beside(-1)),
    start(new Float64Array(basis.size)),
    ...GRID_POWERS.map((power) => start(offsetsAtKnots(track, basis, bounds, offsetsOnGrid(track, grip, bounds, power)), false, true)),
  ]
}

const CLEAR_OF_BAND_M = 0.3
/** Of the sums that the lines on a grid have least of. */
const GRID_POWERS = [2, 1.5]

/** A line near offsets given by station, kept within bounds: the spline's coefficients are its offsets at its knots, smoothed by it. */
function offsetsAtKnots(track: Track, basis: OffsetBasis, bounds: LineBounds, offsetM: (stationM: number) => number): Float64Array {
  return Float64Array.from({ length: basis.size }, (_, k) => {
    const raw = (k - 1) * basis.knotSpacingM
    const s = track.closed ? wrapStation(track, raw) : Math.min(track.lengthM, Math.max(0, raw))
    return Math.min(bounds.highM(s), Math.max(bounds.lowM(s), offsetM(s)))
  })
}
