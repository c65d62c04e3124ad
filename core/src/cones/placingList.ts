import type { MarkerScheme } from '@ochote/contracts'
import { stationsApart, type Track } from '../geometry/track'
import type { Cone } from './coneEdits'

/** Markers of one colour: how many the plan needs, and how many are in stock. */
interface StockLine {
  readonly colour: string
  readonly hex: string
  readonly needed: number
  readonly inStock: number
}

/** What a plan's cones take from the stock, by colour, in the order they are first put out. */
export function stockTotals(cones: readonly Pick<Cone, 'duty'>[], scheme: Pick<MarkerScheme, 'looks' | 'stock'>): StockLine[] {
  const lines = new Map<string, StockLine>()
  for (const cone of cones) {
    const { colour, hex, count } = scheme.looks[cone.duty]
    const before = lines.get(colour)
    lines.set(colour, { colour, hex, needed: (before?.needed ?? 0) + count, inStock: scheme.stock[colour] ?? 0 })
  }
  return [...lines.values()]
}

/** Cones in the order they are passed on one drive round in the direction of driving, from a station: the pit exit, say. */
export function driveRound<C extends Pick<Cone, 'stationM'>>(
  track: Pick<Track, 'closed' | 'lengthM'>,
  cones: readonly C[],
  fromM = 0,
): C[] {
  const on = (cone: C) => (track.closed ? stationsApart(track, fromM, cone.stationM) : cone.stationM)
  return [...cones].sort((a, b) => on(a) - on(b))
}
