import { Typography } from '@mui/material'
import type { OpenStint } from './openStint'

/** Says that a stint drives cones that were placed for another vehicle type; nothing where it doesn't. */
export function OtherTypesCones({ open: { car, placedFor } }: { open: Pick<OpenStint, 'car' | 'placedFor'> }) {
  if (!placedFor) return null
  return (
    <Typography role="note" color="warning.main">
      The cones are placed for the {placedFor.vehicle.name}. Speeds, calls and room are computed for {car.name} at those cones.
    </Typography>
  )
}
