import { Box, Stack, Typography } from '@mui/material'
import type { Setup } from '@ochote/contracts'
import { CommitField } from '../forms/CommitField'
import { numberText, outOfBounds, typedNumber } from '../forms/numbers'

interface RoadAndAirProps {
  setup: Setup
  onChange: (change: Partial<Setup>) => void
}

/** How near the edges the line comes, and the air that the vehicle drives through: all of it changes speeds and marks. */
export function RoadAndAir({ setup, onChange }: RoadAndAirProps) {
  const { conditions } = setup
  const air = (change: Partial<Setup['conditions']>) => onChange({ conditions: { ...conditions, ...change } })
  const field = (label: string, value: number, least: number, most: number, take: (value: number) => void) => (
    <CommitField
      label={label}
      numeric
      required
      value={numberText(value)}
      wrong={(text) => outOfBounds(text, least, most)}
      onTake={(text) => take(typedNumber(text))}
    />
  )
  return (
    <>
      <Stack sx={{ gap: 1 }}>
        <Typography variant="overline" component="h3">
          Margins: what the vehicle’s side keeps from the edge
        </Typography>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
          {field('Inside, m', setup.insideMarginM, 0, 10, (insideMarginM) => onChange({ insideMarginM }))}
          {field('Outside, m', setup.outsideMarginM, 0, 10, (outsideMarginM) => onChange({ outsideMarginM }))}
        </Box>
      </Stack>
      <Stack sx={{ gap: 1 }}>
        <Typography variant="overline" component="h3">
          Air
        </Typography>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
          {field('Wind, m/s', conditions.windMps, 0, 40, (windMps) => air({ windMps }))}
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
