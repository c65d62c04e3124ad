import type { Track } from '../geometry/track'
import type { OffsetLine } from './path'

/** Curvature of a line at each sample and how it changes with offset, slope and bend there; and |p′|. */
interface LineCurvature {
  readonly curvaturePerM: Float64Array
  readonly stretch: Float64Array
  readonly byOffset: Float64Array
  readonly bySlope: Float64Array
  readonly byBend: Float64Array
}

export function emptyLineCurvature(count: number): LineCurvature {
  const column = () => new Float64Array(count)
  return { curvaturePerM: column(), stretch: column(), byOffset: column(), bySlope: column(), byBend: column() }
}

/**
 * Computes the exact curvature of c(s) + n(s)·left(s), as `pathOf` does, with its derivatives. Filled in place, because a search
 * does this at every evaluation.
 */
export function curveLine(track: Track, { offsetM, slope, bendPerM }: OffsetLine, out: LineCurvature): void {
  for (let i = 0; i < track.count; i++) {
    const n = offsetM[i]!
    const n1 = slope[i]!
    const k = track.curvaturePerM[i]!
    const kSlope = track.curvatureSlopePerM2[i]!
    const along = 1 - n * k
    const stretch2 = along * along + n1 * n1
    const stretch = Math.sqrt(stretch2)
    const cube = stretch2 * stretch
    const cross = along * (k * along + bendPerM[i]!) + n1 * (2 * n1 * k + n * kSlope)
    const inner = (-1.5 * cross) / stretch2 / cube
    out.stretch[i] = stretch
    out.curvaturePerM[i] = cross / cube
    out.byOffset[i] = (-k * (2 * k * along + bendPerM[i]!) + n1 * kSlope) / cube + inner * -2 * k * along
    out.bySlope[i] = (4 * n1 * k + n * kSlope) / cube + inner * 2 * n1
    out.byBend[i] = along / cube
  }
}
