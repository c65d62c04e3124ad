import { Add, FitScreen, Remove } from '@mui/icons-material'
import { IconButton, Stack } from '@mui/material'

const STEP = 1.6

/** Zoom in, zoom out and show everything, in the corner of a map. */
export function ZoomButtons({ by, onWhole }: { by: (factor: number) => void; onWhole: () => void }) {
  return (
    <Stack className="no-print" sx={{ position: 'absolute', top: 6, right: 6 }}>
      <IconButton aria-label="Zoom in" onClick={() => by(STEP)}>
        <Add />
      </IconButton>
      <IconButton aria-label="Zoom out" onClick={() => by(1 / STEP)}>
        <Remove />
      </IconButton>
      <IconButton aria-label="Whole circuit" onClick={onWhole}>
        <FitScreen />
      </IconButton>
    </Stack>
  )
}
