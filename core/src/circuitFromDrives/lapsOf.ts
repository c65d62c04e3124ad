import { lengthsAlong, type Polyline } from './polyline'

/** A driven line nearer to the start than this passes it, metres. */
const PASSES_WITHIN_M = 25
/** A circuit is at least this long: passing the start again sooner is hesitating there. */
const SHORTEST_LAP_M = 100
/** To find the start oneself: the first place come back to this near. */
const COMES_BACK_WITHIN_M = 12

const headingAt = ({ x, y }: Polyline, i: number) => {
  const [a, b] = [Math.max(0, i - 2), Math.min(x.length - 1, i + 2)]
  return Math.atan2(y[b]! - y[a]!, x[b]! - x[a]!)
}
const turned = (a: number, b: number) => Math.abs(Math.atan2(Math.sin(a - b), Math.cos(a - b)))

/** The first place that is come back to in the same direction; null where none is. */
export function placeComeBackTo(line: Polyline): number | null {
  const along = lengthsAlong(line, false)
  const { x, y } = line
  for (let i = 0; i < x.length; i++) {
    for (let j = i + 1; j < x.length; j++) {
      if (along[j]! - along[i]! < SHORTEST_LAP_M) continue
      if (Math.hypot(x[j]! - x[i]!, y[j]! - y[i]!) > COMES_BACK_WITHIN_M) continue
      if (turned(headingAt(line, i), headingAt(line, j)) < Math.PI / 3) return i
    }
  }
  return null
}

/** The indices where a driven line passes a place in the direction it first did, each at its nearest. */
function passings(line: Polyline, startX: number, startY: number): number[] {
  const { x, y } = line
  const along = lengthsAlong(line, false)
  const away = x.map((v, i) => Math.hypot(v - startX, y[i]! - startY))
  const found: number[] = []
  for (let i = 0; i < x.length; i++) {
    if (away[i]! > PASSES_WITHIN_M) continue
    let nearest = i
    while (i < x.length && away[i]! <= PASSES_WITHIN_M) {
      if (away[i]! < away[nearest]!) nearest = i
      i++
    }
    const last = found[found.length - 1]
    const first = found[0]
    if (last !== undefined && along[nearest]! - along[last]! < SHORTEST_LAP_M) continue
    if (first !== undefined && turned(headingAt(line, first), headingAt(line, nearest)) > Math.PI / 2) continue
    found.push(nearest)
  }
  return found
}

const part = (line: Polyline, from: number, to: number): Polyline => ({
  x: line.x.slice(from, to),
  y: line.y.slice(from, to),
  z: line.z.slice(from, to),
})

/** The complete laps of a driven line from a place on it; what comes before the first and after the last is left out. */
export function lapsOf(line: Polyline, startX: number, startY: number): Polyline[] {
  const passes = passings(line, startX, startY)
  return passes.slice(1).map((to, k) => part(line, passes[k]!, to))
}
