import { TextField } from '@mui/material'
import { outOfBounds } from '../../forms/numbers'

interface MetresProps {
  label: string
  value: string
  bounds: { least: number; most: number }
  onChange: (value: string) => void
}

/** A distance in metres within bounds; what is wrong with it stands under it. */
export function Metres({ label, value, bounds, onChange }: MetresProps) {
  const wrong = outOfBounds(value, bounds.least, bounds.most)
  return (
    <TextField
      size="small"
      label={label}
      value={value}
      error={wrong !== null}
      helperText={wrong ?? undefined}
      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      onChange={(e) => onChange(e.target.value)}
      sx={{ flex: 1 }}
    />
  )
}
