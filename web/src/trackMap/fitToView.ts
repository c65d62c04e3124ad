import type { Track } from '@ochote/core'

/** Local metres to pixels of the unzoomed picture: the whole circuit fits, north up. */
export interface Fit {
  readonly pxPerM: number
  x: (east: number) => number
  y: (north: number) => number
  toEast: (px: number) => number
  toNorth: (py: number) => number
}

const PADDING_PX = 36

export function fitToView(track: Pick<Track, 'x' | 'y'>, width: number, height: number, paddingPx = PADDING_PX): Fit {
  const range = (values: Float64Array) =>
    values.reduce<[number, number]>(([a, b], v) => [Math.min(a, v), Math.max(b, v)], [Infinity, -Infinity])
  const [west, east] = range(track.x)
  const [south, north] = range(track.y)
  const pxPerM = Math.max(0.01, Math.min((width - 2 * paddingPx) / (east - west), (height - 2 * paddingPx) / (north - south)))
  const x0 = width / 2 - (pxPerM * (west + east)) / 2
  const y0 = height / 2 + (pxPerM * (south + north)) / 2
  return {
    pxPerM,
    x: (e) => x0 + pxPerM * e,
    y: (n) => y0 - pxPerM * n,
    toEast: (px) => (px - x0) / pxPerM,
    toNorth: (py) => (y0 - py) / pxPerM,
  }
}
