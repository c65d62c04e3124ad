import { Box, MenuItem, Stack, TextField, Typography } from '@mui/material'
import type { Duty, DutyLook, MarkerScheme } from '@ochote/contracts'
import { DutyMark } from '../cones/DutyMark'

interface DutyLookRowProps {
  duty: Duty
  scheme: Pick<MarkerScheme, 'looks'>
  onLook: (look: Partial<DutyLook>) => void
  onColour: (duty: Duty, colour: string) => void
  /** every duty of the colour is drawn this way */
  onHex: (colour: string, hex: string) => void
}

/** How one duty is marked: number, colour, kind, and the colour it is drawn in. */
export function DutyLookRow({ duty, scheme, onLook, onColour, onHex }: DutyLookRowProps) {
  const look = scheme.looks[duty]
  return (
    <Stack component="li" direction="row" sx={{ gap: 1.25, alignItems: 'center', flexWrap: 'wrap' }}>
      <svg width={24} height={24} viewBox="-9 -9 18 18" aria-hidden>
        <DutyMark duty={duty} scheme={scheme} />
      </svg>
      <Typography sx={{ width: 84, fontWeight: 700 }}>{duty}</Typography>
      <TextField
        size="small"
        label="How many"
        value={look.count}
        type="number"
        slotProps={{ htmlInput: { min: 1, max: 6, 'aria-label': `Number of markers for ${duty}` } }}
        onChange={(e) => onLook({ count: Math.min(6, Math.max(1, Math.round(Number(e.target.value)) || 1)) })}
        sx={{ width: 100 }}
      />
      <TextField
        size="small"
        label="Colour"
        value={look.colour}
        error={look.colour.trim() === ''}
        slotProps={{ htmlInput: { maxLength: 20, 'aria-label': `Colour of ${duty}` } }}
        onChange={(e) => onColour(duty, e.target.value)}
        sx={{ width: 150 }}
      />
      <Box
        component="input"
        type="color"
        value={look.hex}
        aria-label={`${duty} as drawn`}
        onChange={(e) => onHex(look.colour, (e.target as HTMLInputElement).value)}
        sx={{ width: 44, height: 38, p: 0, border: 0, bgcolor: 'transparent' }}
      />
      <TextField
        select
        size="small"
        label="Kind"
        value={look.kind}
        onChange={(e) => onLook({ kind: e.target.value === 'board' ? 'board' : 'cone' })}
        sx={{ width: 110 }}
      >
        <MenuItem value="cone">cone</MenuItem>
        <MenuItem value="board">board</MenuItem>
      </TextField>
    </Stack>
  )
}
