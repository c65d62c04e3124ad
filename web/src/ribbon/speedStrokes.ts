import { scaleLinear } from 'd3-scale'
import type { SampleRange } from './ribbonScales'

const BUCKETS = 9
/** Width of the stroke where the lap is slowest and where it is fastest, pixels: a slow pen leaves more ink. */
export const STROKE_PX = { slowest: 7, fastest: 1.4 } as const

/** Pieces of a line grouped by speed: one path a width draws faster than one a piece. */
interface SpeedStroke {
  readonly widthPx: number
  readonly d: string
}

/** The least, the middle and the greatest speed of a lap, m/s: what the ends and the middle of the widths stand for. */
export function speedSpan(speedMps: Float64Array): [number, number, number] {
  const sorted = speedMps.slice().sort()
  return [sorted[0]!, sorted[sorted.length >> 1]!, sorted[sorted.length - 1]! + 0.01]
}

/**
 * A stretch of a line as strokes of one ink: wide where it is slow, thin where it is fast.
 * @param point - where sample i is drawn
 */
export function speedStrokes(
  speedMps: Float64Array,
  { from, to }: SampleRange,
  point: (i: number) => readonly [number, number],
): SpeedStroke[] {
  const [slowest, usual, fastest] = speedSpan(speedMps)
  const share = scaleLinear([slowest, usual, fastest], [0, 0.5, 1])
  const width = scaleLinear([0, BUCKETS - 1], [STROKE_PX.slowest, STROKE_PX.fastest])
  const parts = Array.from({ length: BUCKETS }, () => '')
  const n = speedMps.length
  let open = -1
  for (let i = from; i < to; i++) {
    const bucket = Math.min(BUCKETS - 1, Math.floor(share(speedMps[i]!) * BUCKETS))
    const [x0, y0] = point(i)
    const [x1, y1] = point((i + 1) % n)
    const start = bucket === open ? '' : `M${x0.toFixed(3)},${y0.toFixed(3)}`
    parts[bucket] = `${parts[bucket]!}${start}L${x1.toFixed(3)},${y1.toFixed(3)}`
    open = bucket
  }
  return parts.map((d, b) => ({ widthPx: width(b), d })).filter((p) => p.d !== '')
}
