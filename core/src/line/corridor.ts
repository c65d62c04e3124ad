import type { Track } from '../geometry/track'
import { addTo, type BandedMatrix } from './bandedSolve'
import type { LineBounds } from './lineBounds'
import { offsetBasis, type OffsetBasis } from './offsetBasis'

/** A line is checked against its bounds at stations this far apart. */
const LOOK_M = 0.5
/** Bounds are drawn in by this much: a soft constraint gives a little, and the line must still keep within the bounds. */
export const DRAWN_IN_M = 0.012

/** A line counts as within its bounds when it is over them by no more than this, metres. */
export const WITHIN_M = 0.02

/** Where a line may run, checked every half metre. */
export interface Corridor {
  readonly basis: OffsetBasis
  readonly stationM: Float64Array
  readonly low: Float64Array
  readonly high: Float64Array
}

/** The corridor between bounds on a track, for lines with the same knots as `basis`. */
export function corridorOf(track: Track, basis: OffsetBasis, bounds: LineBounds): Corridor {
  const looks = Math.ceil(track.lengthM / LOOK_M)
  const count = track.closed ? looks : looks + 1
  const stationM = Float64Array.from({ length: count }, (_, i) => (i * track.lengthM) / looks)
  const low = stationM.map(bounds.lowM)
  const high = stationM.map(bounds.highM)
  for (let i = 0; i < count; i++) {
    const half = Math.max(0, (high[i]! - low[i]!) / 2)
    const middle = (high[i]! + low[i]!) / 2
    const kept = Math.max(0, half - DRAWN_IN_M)
    low[i] = middle - kept
    high[i] = middle + kept
  }
  return {
    basis: offsetBasis({ closed: track.closed, lengthM: track.lengthM, count, stationM }, basis.knotSpacingM * (1 - 1e-9)),
    stationM,
    low,
    high,
  }
}

/** How far a line is outside its corridor at a check: positive to the left, negative to the right, 0 inside. */
function beyond(corridor: Corridor, coefficients: Float64Array, i: number): number {
  const { basis, low, high } = corridor
  const { reach, value } = basis
  const at = 4 * i
  const offset =
    coefficients[reach[at]!]! * value[at]! +
    coefficients[reach[at + 1]!]! * value[at + 1]! +
    coefficients[reach[at + 2]!]! * value[at + 2]! +
    coefficients[reach[at + 3]!]! * value[at + 3]!
  return offset > high[i]! ? offset - high[i]! : offset < low[i]! ? offset - low[i]! : 0
}

/** The most that a line is outside its corridor, metres. */
export function mostBeyond(corridor: Corridor, coefficients: Float64Array): number {
  let most = 0
  for (let i = 0; i < corridor.low.length; i++) most = Math.max(most, Math.abs(beyond(corridor, coefficients, i)))
  return most
}

/**
 * Adds ½·stiffness·∫(metres outside)² ds to a cost, and its gradient to `gradient`.
 * @param stiffness - s/m³ where the cost is in seconds
 * @param onCost - receives the cost of each check outside, with a coefficient that affects it
 */
export function addCorridorCost(
  corridor: Corridor,
  coefficients: Float64Array,
  stiffness: number,
  gradient: Float64Array,
  onCost?: (coefficient: number, cost: number) => void,
): number {
  const { basis } = corridor
  let cost = 0
  for (let i = 0; i < corridor.low.length; i++) {
    const out = beyond(corridor, coefficients, i)
    if (out === 0) continue
    const pull = stiffness * LOOK_M * out
    cost += (pull * out) / 2
    onCost?.(basis.reach[4 * i + 1]!, (pull * out) / 2)
    for (let k = 0; k < 4; k++) {
      const c = basis.reach[4 * i + k]!
      gradient[c] = gradient[c]! + pull * basis.value[4 * i + k]!
    }
  }
  return cost
}

/** Adds the second derivative of that cost to a matrix in the order `place`. */
export function addCorridorMatrix(
  corridor: Corridor,
  coefficients: Float64Array,
  stiffness: number,
  matrix: BandedMatrix,
  place: Int32Array,
) {
  const { basis } = corridor
  for (let i = 0; i < corridor.low.length; i++) {
    if (beyond(corridor, coefficients, i) === 0) continue
    for (let k = 0; k < 4; k++) {
      const row = place[basis.reach[4 * i + k]!]!
      for (let m = 0; m <= k; m++) {
        const value = stiffness * LOOK_M * basis.value[4 * i + k]! * basis.value[4 * i + m]!
        addTo(matrix, row, place[basis.reach[4 * i + m]!]!, value)
      }
    }
  }
}
