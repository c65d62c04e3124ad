import { Box, Typography } from '@mui/material'
import { roundMetres } from '../trackMap/SpeedKey'

const ABOUT_PX = 110

/** A scale: a round number of metres at its drawn length. */
export function ScaleBar({ pxPerM }: { pxPerM: number }) {
  const barM = roundMetres(ABOUT_PX / pxPerM)
  return (
    <Box sx={{ position: 'absolute', left: 12, bottom: 8, pointerEvents: 'none' }}>
      <Box sx={{ width: barM * pxPerM, height: 5, border: 1, borderTop: 0, borderColor: 'text.primary' }} />
      <Typography variant="caption">{barM} m, north up</Typography>
    </Box>
  )
}
