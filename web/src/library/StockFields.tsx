import { Stack, TextField } from '@mui/material'

interface StockFieldsProps {
  colours: readonly string[]
  stock: Readonly<Record<string, number>>
  onStock: (stock: Record<string, number>) => void
}

/** How many cones or boards of each colour there are. */
export function StockFields({ colours, stock, onStock }: StockFieldsProps) {
  return (
    <Stack direction="row" sx={{ gap: 1.5, flexWrap: 'wrap' }}>
      {colours
        .filter((colour) => colour.trim() !== '')
        .map((colour) => (
          <TextField
            key={colour}
            size="small"
            label={colour}
            type="number"
            value={stock[colour] ?? 0}
            slotProps={{ htmlInput: { min: 0, max: 9999, 'aria-label': `${colour} in stock` } }}
            onChange={(e) => onStock({ ...stock, [colour]: Math.min(9999, Math.max(0, Math.round(Number(e.target.value)) || 0)) })}
            sx={{ width: 120 }}
          />
        ))}
    </Stack>
  )
}
