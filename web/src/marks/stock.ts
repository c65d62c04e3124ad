import type { MarkerScheme } from '@ochote/contracts'
import type { PlacedCone } from '@ochote/core'

/** Markers of one colour: how many a plan needs and how many there are. */
export interface StockLine {
  readonly colour: string
  readonly hex: string
  readonly needed: number
  readonly inStock: number
}

/** What a plan's cones take from the stock, by colour. */
export function stockOf(cones: readonly PlacedCone[], scheme: MarkerScheme): StockLine[] {
  const lines = new Map<string, StockLine>()
  for (const cone of cones) {
    const { colour, hex, count } = scheme.looks[cone.duty]
    const before = lines.get(colour)
    lines.set(colour, { colour, hex, needed: (before?.needed ?? 0) + count, inStock: scheme.stock[colour] ?? 0 })
  }
  return [...lines.values()]
}
