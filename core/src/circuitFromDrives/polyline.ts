/** A driven or drawn line in local metres. */
export interface Polyline {
  readonly x: Float64Array
  readonly y: Float64Array
  readonly z: Float64Array
}

export const sizeOf = ({ x }: Polyline): number => x.length

/** Distance driven to each point, metres; of a closed line one entry more, its whole length. */
export function lengthsAlong({ x, y }: Polyline, closed: boolean): Float64Array {
  const n = x.length
  const along = new Float64Array(n + (closed ? 1 : 0))
  for (let i = 1; i < along.length; i++) along[i] = along[i - 1]! + Math.hypot(x[i % n]! - x[i - 1]!, y[i % n]! - y[i - 1]!)
  return along
}

/** A line at so many evenly spaced places: of a closed one the last is not a repeat of the first. */
export function resampled(line: Polyline, count: number, closed: boolean): Polyline {
  const n = line.x.length
  const along = lengthsAlong(line, closed)
  const lengthM = along[along.length - 1]!
  const out = { x: new Float64Array(count), y: new Float64Array(count), z: new Float64Array(count) }
  let piece = 0
  for (let k = 0; k < count; k++) {
    const s = (lengthM * k) / (closed ? count : Math.max(1, count - 1))
    while (piece < along.length - 2 && along[piece + 1]! < s) piece++
    const span = along[piece + 1]! - along[piece]!
    const t = span > 0 ? (s - along[piece]!) / span : 0
    const j = (piece + 1) % n
    for (const axis of ['x', 'y', 'z'] as const) out[axis][k] = line[axis][piece]! + (line[axis][j]! - line[axis][piece]!) * t
  }
  return out
}

/** The place of a line nearest to a point, looked for around one index only, and how far along between its points it lies. */
export function nearestNear(
  line: Polyline,
  px: number,
  py: number,
  around: number,
  reach: number,
): { x: number; y: number; z: number; at: number } {
  const n = line.x.length
  let best = { x: 0, y: 0, z: 0, at: 0 }
  let least = Infinity
  for (let k = -reach; k < reach; k++) {
    const i = (((around + k) % n) + n) % n
    const j = (i + 1) % n
    const [dx, dy] = [line.x[j]! - line.x[i]!, line.y[j]! - line.y[i]!]
    const span = dx * dx + dy * dy
    const t = span > 0 ? Math.min(1, Math.max(0, ((px - line.x[i]!) * dx + (py - line.y[i]!) * dy) / span)) : 0
    const [x, y] = [line.x[i]! + dx * t, line.y[i]! + dy * t]
    const away = (x - px) ** 2 + (y - py) ** 2
    if (away < least) {
      least = away
      best = { x, y, z: line.z[i]! + (line.z[j]! - line.z[i]!) * t, at: i + t }
    }
  }
  return best
}

/** How far apart in points the kernel reaches, in spreads. */
const REACH_SPREADS = 3

/**
 * A closed, evenly spaced line smoothed by a Gaussian over its points, twice: what the first pass takes off is smoothed and
 * added again, so that bends keep their radius to the second order of the spread.
 * @param spread - of the Gaussian, in points
 */
export function smoothed(line: Polyline, spread: number): Polyline {
  const reach = Math.max(1, Math.ceil(REACH_SPREADS * spread))
  const kernel = Array.from({ length: 2 * reach + 1 }, (_, k) => Math.exp(-((k - reach) ** 2) / (2 * spread * spread)))
  const sum = kernel.reduce((a, b) => a + b, 0)
  const pass = (values: Float64Array) =>
    values.map((_, i) =>
      kernel.reduce(
        (total, weight, k) => total + (weight / sum) * values[(((i + k - reach) % values.length) + values.length) % values.length]!,
        0,
      ),
    )
  const twice = (values: Float64Array) => {
    const once = pass(values)
    const left = pass(values.map((v, i) => v - once[i]!))
    return once.map((v, i) => v + left[i]!)
  }
  return { x: twice(line.x), y: twice(line.y), z: twice(line.z) }
}
