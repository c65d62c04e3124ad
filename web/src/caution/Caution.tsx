import { Typography } from '@mui/material'

export const CAUTION =
  'Speeds and marks are estimates for planning. Flags, marshals, the circuit’s own rules and the instructor in the car come first. Closed courses only. Check vehicle, tyres, brakes, belts, helmets. Work up to pace. The licensed instructor decides.'

/** Stands on every screen that gives speeds, marks or spacing; no setting hides it. */
export function Caution() {
  return (
    <Typography role="note" variant="caption" component="p" color="text.secondary" sx={{ lineHeight: 1.35 }}>
      {CAUTION}
    </Typography>
  )
}
