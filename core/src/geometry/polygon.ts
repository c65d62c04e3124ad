/** A ring of positions in local metres, with its bounding box. */
export interface Ring {
  readonly x: Float64Array
  readonly y: Float64Array
  readonly box: { west: number; east: number; south: number; north: number }
}

export function ringOf(points: readonly { x: number; y: number }[]): Ring {
  const x = Float64Array.from(points, (p) => p.x)
  const y = Float64Array.from(points, (p) => p.y)
  return { x, y, box: { west: Math.min(...x), east: Math.max(...x), south: Math.min(...y), north: Math.max(...y) } }
}

/** Whether a place lies inside a ring: crossings of a ray to the east, even–odd rule. */
export function insideRing({ x, y, box }: Ring, px: number, py: number): boolean {
  if (px < box.west || px > box.east || py < box.south || py > box.north) return false
  let inside = false
  for (let i = 0, j = x.length - 1; i < x.length; j = i++) {
    const crosses = y[i]! > py !== y[j]! > py && px < ((x[j]! - x[i]!) * (py - y[i]!)) / (y[j]! - y[i]!) + x[i]!
    if (crosses) inside = !inside
  }
  return inside
}
