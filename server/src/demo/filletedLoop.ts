/** A vertex of a loop: where two straights would meet, and the radius of the arc that joins them. */
export interface Vertex {
  x: number
  y: number
  radiusM: number
}

interface Place {
  x: number
  y: number
}

/** Points along a closed loop of straights joined by arcs, about `spacingM` apart, beginning on the straight before vertex 0. */
function traced(vertices: readonly Vertex[], start: Place, spacingM: number): Place[] {
  const n = vertices.length
  const points: Place[] = []
  const straightTo = (to: Place) => {
    const from = points[points.length - 1] ?? start
    const length = Math.hypot(to.x - from.x, to.y - from.y)
    const parts = Math.max(1, Math.round(length / spacingM))
    for (let k = points.length === 0 ? 0 : 1; k <= parts; k++)
      points.push({ x: from.x + ((to.x - from.x) * k) / parts, y: from.y + ((to.y - from.y) * k) / parts })
  }
  for (let v = 0; v < n; v++) {
    const at = vertices[v]!
    const before = vertices[(v - 1 + n) % n]!
    const after = vertices[(v + 1) % n]!
    const inHeading = Math.atan2(at.y - before.y, at.x - before.x)
    const outHeading = Math.atan2(after.y - at.y, after.x - at.x)
    const turn = Math.atan2(Math.sin(outHeading - inHeading), Math.cos(outHeading - inHeading))
    const tangentM = at.radiusM * Math.tan(Math.abs(turn) / 2)
    straightTo({ x: at.x - Math.cos(inHeading) * tangentM, y: at.y - Math.sin(inHeading) * tangentM })
    const side = Math.sign(turn)
    const from = points[points.length - 1]!
    const centre = { x: from.x - Math.sin(inHeading) * side * at.radiusM, y: from.y + Math.cos(inHeading) * side * at.radiusM }
    const parts = Math.max(2, Math.round((Math.abs(turn) * at.radiusM) / spacingM))
    for (let k = 1; k <= parts; k++) {
      const heading = inHeading + (turn * k) / parts
      points.push({ x: centre.x + Math.sin(heading) * side * at.radiusM, y: centre.y - Math.cos(heading) * side * at.radiusM })
    }
  }
  straightTo(start)
  points.pop()
  return points
}

const lengthOf = (points: readonly Place[]) =>
  points.reduce((sum, p, i) => sum + Math.hypot(points[(i + 1) % points.length]!.x - p.x, points[(i + 1) % points.length]!.y - p.y), 0)

/** `count` points at even steps along the loop. */
function evened(points: readonly Place[], count: number): Place[] {
  const step = lengthOf(points) / count
  const out: Place[] = []
  let travelled = 0
  for (let i = 0; i < points.length && out.length < count; i++) {
    const a = points[i]!
    const b = points[(i + 1) % points.length]!
    const length = Math.hypot(b.x - a.x, b.y - a.y)
    while (out.length < count && out.length * step <= travelled + length) {
      const t = (out.length * step - travelled) / length
      out.push({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t })
    }
    travelled += length
  }
  return out
}

/** Replaces each point by the mean of those within `reach` steps, so that straights run into arcs gradually, as roads are built. */
function eased(points: readonly Place[], reach: number): Place[] {
  const n = points.length
  return points.map((_, i) => {
    const mean = { x: 0, y: 0 }
    for (let k = -reach; k <= reach; k++) {
      mean.x += points[(i + k + n) % n]!.x / (2 * reach + 1)
      mean.y += points[(i + k + n) % n]!.y / (2 * reach + 1)
    }
    return mean
  })
}

/**
 * A closed course of straights and arcs, with gradual transitions, scaled to a length.
 * @param start - a place on the straight before the first vertex: station 0
 * @param options.lengthM - the length wanted
 * @param options.count - positions given back
 */
export function filletedLoop(vertices: readonly Vertex[], start: Place, options: { lengthM: number; count: number }): Place[] {
  const fine = evened(traced(vertices, start, 1), options.count * 8)
  const soft = eased(fine, 12)
  const scale = options.lengthM / lengthOf(soft)
  return evened(soft, options.count).map((p) => ({ x: p.x * scale, y: p.y * scale }))
}
