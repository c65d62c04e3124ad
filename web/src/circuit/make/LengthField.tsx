import { TextField } from '@mui/material'
import { lengthOutOfBounds, withLength } from '../../forms/lengths'

interface LengthFieldProps {
  label: string
  /** as it is typed, in the school's unit */
  value: string
  /** m */
  bounds: { least: number; most: number }
  onChange: (value: string) => void
}

/** A length within bounds; what is wrong with it stands under it. */
export function LengthField({ label, value, bounds, onChange }: LengthFieldProps) {
  const wrong = lengthOutOfBounds(value, bounds.least, bounds.most)
  return (
    <TextField
      size="small"
      label={withLength(label)}
      value={value}
      error={wrong !== null}
      helperText={wrong ?? undefined}
      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      onChange={(e) => onChange(e.target.value)}
      sx={{ flex: 1 }}
    />
  )
}
