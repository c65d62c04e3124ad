import type { Track } from '../geometry/track'

/** A line as a lateral offset by station, with its derivatives by station; one entry for each sample of the track. */
export interface OffsetLine {
  /** left positive, metres */
  readonly offsetM: Float64Array
  readonly slope: Float64Array
  readonly bendPerM: Float64Array
}

/** A line's own points and shape. */
export interface Path {
  readonly x: Float64Array
  readonly y: Float64Array
  readonly headingRad: Float64Array
  readonly curvaturePerM: Float64Array
  /** the line's own length from each sample to the next; on an open course the last is 0 */
  readonly stepM: Float64Array
}

/**
 * The points c(s) + n(s)·left(s) of a line, with the curvature and arc length of those points exactly: with κ the
 * centreline's curvature, p′ = (1 − nκ)·t + n′·l and p″ = −(2n′κ + nκ′)·t + (κ(1 − nκ) + n″)·l, so
 * curvature = (p′ × p″)/|p′|³. Arc length by the trapezium of |p′|.
 */
export function pathOf(track: Track, line: OffsetLine): Path {
  const { count, stepM, closed } = track
  const path: Path = {
    x: new Float64Array(count),
    y: new Float64Array(count),
    headingRad: new Float64Array(count),
    curvaturePerM: new Float64Array(count),
    stepM: new Float64Array(count),
  }
  const stretch = new Float64Array(count) // |p′|
  for (let i = 0; i < count; i++) {
    const n = line.offsetM[i]!
    const slope = line.slope[i]!
    const k = track.curvaturePerM[i]!
    const heading = track.headingRad[i]!
    const along = 1 - n * k
    const stretch2 = along * along + slope * slope
    stretch[i] = Math.sqrt(stretch2)
    path.x[i] = track.x[i]! - Math.sin(heading) * n
    path.y[i] = track.y[i]! + Math.cos(heading) * n
    path.headingRad[i] = heading + Math.atan2(slope, along)
    const cross = along * (k * along + line.bendPerM[i]!) + slope * (2 * slope * k + n * track.curvatureSlopePerM2[i]!)
    path.curvaturePerM[i] = cross / (stretch2 * stretch[i]!)
  }
  for (let i = 0; i < (closed ? count : count - 1); i++) path.stepM[i] = (stepM / 2) * (stretch[i]! + stretch[(i + 1) % count]!)
  return path
}
