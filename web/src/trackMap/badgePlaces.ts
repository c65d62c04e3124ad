/** A badge to be put beside a place, in pixels of the picture as it is shown. */
export interface Anchor {
  readonly x: number
  readonly y: number
  /** the direction towards the inside of the corner, of length one */
  readonly inX: number
  readonly inY: number
}

export interface Place {
  readonly x: number
  readonly y: number
}

/** How far from its place a badge is tried, nearest first, pixels; negative is on the outside. */
const OUT_PX = [34, 50, -34, 68, -50, -68] as const
/** How far along the track it may shift, pixels. */
const ALONG_PX = [0, 26, -26, 48, -48] as const
/** A mark that is covered counts as much as so many pixels of distance. */
const COVERED_PX = 24

/**
 * Where badges of one size stand so that none covers another, and few cover a mark: each as near to its place as it can be,
 * inside the corner before outside.
 * @param marks - what should not be covered either, where there is a choice
 */
export function badgePlaces(anchors: readonly Anchor[], width: number, height: number, marks: readonly Place[]): Place[] {
  const placed: Place[] = []
  for (const { x, y, inX, inY } of anchors) {
    let best: { place: Place; cost: number } | null = null
    for (const out of OUT_PX)
      for (const along of ALONG_PX) {
        const place = { x: x + inX * out - inY * along, y: y + inY * out + inX * along }
        const overlap = placed.reduce(
          (sum, p) => sum + Math.max(0, width + 3 - Math.abs(p.x - place.x)) * Math.max(0, height + 3 - Math.abs(p.y - place.y)),
          0,
        )
        const covered = marks.filter((m) => Math.abs(m.x - place.x) < width / 2 + 5 && Math.abs(m.y - place.y) < height / 2 + 5).length
        const cost = overlap * 10 + covered * COVERED_PX + Math.abs(out) + (out < 0 ? 20 : 0) + Math.abs(along) * 0.6
        if (best === null || cost < best.cost) best = { place, cost }
      }
    placed.push(best!.place)
  }
  return placed
}
