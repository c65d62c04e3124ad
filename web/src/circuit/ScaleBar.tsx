import { Box, Typography } from '@mui/material'
import { unitSet } from '../format/units'
import { roundMetres } from '../trackMap/SpeedKey'

const ABOUT_PX = 110

/** A scale: a round number of the school's units at its drawn length. */
export function ScaleBar({ pxPerM }: { pxPerM: number }) {
  const { length, lengthM } = unitSet()
  const units = roundMetres(ABOUT_PX / pxPerM / lengthM)
  return (
    <Box sx={{ position: 'absolute', left: 12, bottom: 8, pointerEvents: 'none' }}>
      <Box sx={{ width: units * lengthM * pxPerM, height: 5, border: 1, borderTop: 0, borderColor: 'text.primary' }} />
      <Typography variant="caption">
        {units} {length}, north up
      </Typography>
    </Box>
  )
}
