/** Two pieces of a polyline that cross, and where along each (0…1). */
export interface Crossing {
  first: number
  second: number
  x: number
  y: number
  alongFirst: number
  alongSecond: number
}

/**
 * The first two pieces of a polyline that cross in plan, or null. A grid of cells keeps the search near linear in n.
 * @param x - n positions, metres
 * @param y - n positions, metres
 */
export function findCrossing(x: Float64Array, y: Float64Array, closed: boolean): Crossing | null {
  const n = x.length
  const pieces = closed ? n : n - 1
  let longest = 1
  for (let i = 0; i < pieces; i++) longest = Math.max(longest, Math.hypot(x[(i + 1) % n]! - x[i]!, y[(i + 1) % n]! - y[i]!))
  const cells = new Map<string, number[]>()
  for (let i = 0; i < pieces; i++) {
    const column = Math.floor(x[i]! / longest)
    const row = Math.floor(y[i]! / longest)
    // pieces are no longer than a cell, so two that touch start within two cells of each other
    for (let dc = -2; dc <= 2; dc++) {
      for (let dr = -2; dr <= 2; dr++) {
        for (const other of cells.get(`${column + dc},${row + dr}`) ?? []) {
          const neighbours = i - other <= 1 || (closed && other === 0 && i === pieces - 1)
          const crossing = neighbours ? null : pieceCrossing(x, y, other, i)
          if (crossing) return crossing
        }
      }
    }
    const key = `${column},${row}`
    const cell = cells.get(key)
    if (cell) cell.push(i)
    else cells.set(key, [i])
  }
  return null
}

function pieceCrossing(x: Float64Array, y: Float64Array, first: number, second: number): Crossing | null {
  const n = x.length
  const ax = x[first]!
  const ay = y[first]!
  const cx = x[second]!
  const cy = y[second]!
  const bx = x[(first + 1) % n]! - ax
  const by = y[(first + 1) % n]! - ay
  const dx = x[(second + 1) % n]! - cx
  const dy = y[(second + 1) % n]! - cy
  const denominator = bx * dy - by * dx
  if (denominator === 0) return null // parallel
  const t = ((cx - ax) * dy - (cy - ay) * dx) / denominator
  const u = ((cx - ax) * by - (cy - ay) * bx) / denominator
  if (t < 0 || t > 1 || u < 0 || u > 1) return null
  return { first, second, x: ax + t * bx, y: ay + t * by, alongFirst: t, alongSecond: u }
}
