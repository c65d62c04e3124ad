import { Box, Stack, Typography } from '@mui/material'
import type { Setup } from '@ochote/contracts'
import { CommitField } from '../forms/CommitField'
import { unitSet, windUnit } from '../format/units'
import { numberText, outOfBounds, typedNumber } from '../forms/numbers'

interface RoadAndAirProps {
  setup: Setup
  onChange: (change: Partial<Setup>) => void
}

/** How near the edges the line comes, and the air that the vehicle drives through: all of it changes speeds and marks. */
export function RoadAndAir({ setup, onChange }: RoadAndAirProps) {
  const { conditions } = setup
  const { length, lengthM } = unitSet()
  const wind = windUnit()
  const air = (change: Partial<Setup['conditions']>) => onChange({ conditions: { ...conditions, ...change } })
  /** @param unit - what is stored, for one of what is shown and typed */
  const field = (label: string, value: number, least: number, most: number, take: (value: number) => void, unit = 1) => (
    <CommitField
      label={label}
      numeric
      required
      value={numberText(unit === 1 ? value : Number((value / unit).toFixed(2)))}
      wrong={(text) => outOfBounds(text, least / unit, most / unit)}
      onTake={(text) => take(Math.min(most, typedNumber(text) * unit))}
    />
  )
  return (
    <>
      <Stack sx={{ gap: 1 }}>
        <Typography variant="overline" component="h3">
          Margins: what the vehicle’s side keeps from the edge
        </Typography>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
          {field(`Inside, ${length}`, setup.insideMarginM, 0, 10, (insideMarginM) => onChange({ insideMarginM }), lengthM)}
          {field(`Outside, ${length}`, setup.outsideMarginM, 0, 10, (outsideMarginM) => onChange({ outsideMarginM }), lengthM)}
        </Box>
      </Stack>
      <Stack sx={{ gap: 1 }}>
        <Typography variant="overline" component="h3">
          Air
        </Typography>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
          {field(`Wind, ${wind.name}`, conditions.windMps, 0, 40, (windMps) => air({ windMps }), wind.mps)}
          {field('Wind from, °', conditions.windFromDeg, -360, 360, (windFromDeg) => air({ windFromDeg }))}
          {field('Density, kg/m³', conditions.airDensity, 0.3, 2, (airDensity) => air({ airDensity }))}
        </Box>
        <Typography variant="caption" color="text.secondary">
          Where the wind comes from, clockwise from north: 90 is from the east. Air has about 1.2 kg/m³ at sea level.
        </Typography>
      </Stack>
    </>
  )
}
