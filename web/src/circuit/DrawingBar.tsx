import { Check, Close } from '@mui/icons-material'
import { Button, Stack, Typography } from '@mui/material'
import type { Addable } from './roleFields'
import { fewestPlaces } from './useDrawing'

interface DrawingBarProps {
  addable: Addable
  count: number
  onDone: () => void
  onStop: () => void
}

/** Buttons and help while a feature is drawn. */
export function DrawingBar({ addable, count, onDone, onStop }: DrawingBarProps) {
  const single = addable.geometry === 'Point'
  return (
    <Stack
      direction="row"
      role="status"
      sx={{
        position: 'absolute',
        top: 8,
        left: 8,
        gap: 1,
        alignItems: 'center',
        bgcolor: 'background.paper',
        border: 1,
        borderColor: 'divider',
        borderRadius: 1,
        px: 1.5,
        py: 0.5,
      }}
    >
      <Typography variant="body2">
        {addable.name}: {single ? 'click where it is' : 'click along it, in the direction of driving'}
      </Typography>
      {!single && (
        <Button size="small" startIcon={<Check />} disabled={count < fewestPlaces[addable.geometry]} onClick={onDone}>
          Done
        </Button>
      )}
      <Button size="small" color="inherit" startIcon={<Close />} onClick={onStop}>
        Stop
      </Button>
    </Stack>
  )
}
