import { scaleLinear } from 'd3-scale'
import type { SampleRange } from './ribbonScales'

const BUCKETS = 9

/** Pieces of a line grouped by speed: one path a colour draws faster than one a piece. */
interface ColouredPath {
  readonly colour: string
  readonly d: string
}

/** The least, the middle and the greatest speed of a lap, m/s: what the ends and the middle of the colours stand for. */
export function speedSpan(speedMps: Float64Array): [number, number, number] {
  const sorted = speedMps.slice().sort()
  return [sorted[0]!, sorted[sorted.length >> 1]!, sorted[sorted.length - 1]! + 0.01]
}

/**
 * A stretch of a line as paths coloured by speed, slow to fast.
 * @param point - where sample i is drawn
 */
export function colouredPaths(
  speedMps: Float64Array,
  { from, to }: SampleRange,
  point: (i: number) => readonly [number, number],
  ramp: readonly [string, string, string],
): ColouredPath[] {
  const [slowest, usual, fastest] = speedSpan(speedMps)
  const share = scaleLinear([slowest, usual, fastest], [0, 0.5, 1])
  const colour = scaleLinear<string>([0, (BUCKETS - 1) / 2, BUCKETS - 1], [...ramp])
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
  return parts.map((d, b) => ({ colour: colour(b), d })).filter((p) => p.d !== '')
}
