import { Typography } from '@mui/material'
import type { MarkerScheme } from '@ochote/contracts'
import type { Cone } from '@ochote/core'
import { stockTotals } from '@ochote/core'

/** Colours of which a plan needs more than the school has; nothing where the stock is enough. */
export function StockShortage({ cones, scheme }: { cones: readonly Cone[]; scheme: MarkerScheme }) {
  return stockTotals(cones, scheme)
    .filter((line) => line.needed > line.inStock)
    .map((line) => (
      <Typography key={line.colour} variant="body2" component="span" color="error">
        {' '}
        · {line.needed} {line.colour} needed, {line.inStock} in stock
      </Typography>
    ))
}
