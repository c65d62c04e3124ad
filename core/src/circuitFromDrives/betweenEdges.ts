import { nearestNear, resampled, sizeOf, smoothed, type Polyline } from './polyline'

/** A centreline with its half-widths, as two drives along the edges give it. */
interface MeasuredTrack {
  readonly line: Polyline
  readonly leftM: Float64Array
  readonly rightM: Float64Array
}

const ROUNDS = 3
const LOOK_SHARE = 0.05
const SMOOTHED_OVER_POINTS = 1

/** Signed distances of an edge from a line at each of its points, left positive. */
function offsetsOf(line: Polyline, edge: Polyline): Float64Array {
  const n = sizeOf(line)
  const m = sizeOf(edge)
  const look = Math.max(4, Math.round(LOOK_SHARE * m))
  return Float64Array.from({ length: n }, (_, i) => {
    const near = nearestNear(edge, line.x[i]!, line.y[i]!, Math.round((i / n) * m), look)
    const [a, b] = [(i + n - 1) % n, (i + 1) % n]
    const heading = Math.atan2(line.y[b]! - line.y[a]!, line.x[b]! - line.x[a]!)
    return (near.y - line.y[i]!) * Math.cos(heading) - (near.x - line.x[i]!) * Math.sin(heading)
  })
}

/**
 * The middle between two closed lines driven along the edges from about the same start, and the width to either side.
 * @param insetM - distance kept from the painted edge while driving: half the vehicle's width and what was left
 */
export function betweenEdges(left: Polyline, right: Polyline, insetM: number): MeasuredTrack {
  const count = sizeOf(left)
  const other = resampled(right, count, true)
  const halfway = (axis: 'x' | 'y' | 'z') => left[axis].map((v, i) => (v + other[axis][i]!) / 2)
  let line: Polyline = resampled({ x: halfway('x'), y: halfway('y'), z: halfway('z') }, count, true)
  for (let round = 0; round < ROUNDS; round++) {
    const [l, r] = [offsetsOf(line, left), offsetsOf(line, right)]
    const moved = { x: line.x.slice(), y: line.y.slice(), z: line.z.slice() }
    for (let i = 0; i < count; i++) {
      const [a, b] = [(i + count - 1) % count, (i + 1) % count]
      const heading = Math.atan2(line.y[b]! - line.y[a]!, line.x[b]! - line.x[a]!)
      const by = (l[i]! + r[i]!) / 2
      moved.x[i] = line.x[i]! - Math.sin(heading) * by
      moved.y[i] = line.y[i]! + Math.cos(heading) * by
    }
    line = resampled(smoothed(moved, SMOOTHED_OVER_POINTS), count, true)
  }
  return {
    line,
    leftM: offsetsOf(line, left).map((n) => n + insetM),
    rightM: offsetsOf(line, right).map((n) => insetM - n),
  }
}
