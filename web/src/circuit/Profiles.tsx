import { Box, Typography, useTheme } from '@mui/material'
import { memo } from 'react'
import type { Track } from '@ochote/core'
import { distance } from '../format/format'
import { unitSet } from '../format/units'

const WIDTH = 320
const HEIGHT = 54

interface Lane {
  readonly title: string
  readonly unit: string
  readonly values: Float64Array
}

const degrees = (values: Float64Array) => values.map((v) => (v * 180) / Math.PI)
const percent = (values: Float64Array) => values.map((v) => 100 * Math.tan(v))

/** Height, crossfall, grip and widths along the lap, each over the distance from the start line. */
export const Profiles = memo(function Profiles({ track }: { track: Track }) {
  const { length, lengthM } = unitSet()
  const lanes: Lane[] = [
    { title: 'Height', unit: length, values: track.z.map((z) => z / lengthM) },
    { title: 'Slope', unit: '%', values: percent(track.slopeRad) },
    { title: 'Width', unit: length, values: track.halfLeftM.map((w, i) => (w + track.halfRightM[i]!) / lengthM) },
    { title: 'Crossfall', unit: '°', values: degrees(track.crossfallRad) },
    { title: 'Grip', unit: '', values: track.grip },
  ]
  return (
    <Box component="section" aria-label="Along the lap">
      {lanes.map((lane) => (
        <Profile key={lane.title} lane={lane} />
      ))}
      <Typography variant="caption" color="text.secondary">
        start line to {distance(track.lengthM)}
      </Typography>
    </Box>
  )
})

function Profile({ lane: { title, unit, values } }: { lane: Lane }) {
  const { tokens } = useTheme()
  const [low, high] = values.reduce<[number, number]>(([a, b], v) => [Math.min(a, v), Math.max(b, v)], [Infinity, -Infinity])
  const digits = high - low < 5 ? 1 : 0
  const same = high - low < 1e-9
  const range = same ? `${low.toFixed(digits)} ${unit} all round` : `${low.toFixed(digits)} to ${high.toFixed(digits)} ${unit}`
  const y = (v: number) => (same ? HEIGHT / 2 : 4 + ((high - v) / (high - low)) * (HEIGHT - 8))
  const d = Array.from(values, (v, i) => `${i === 0 ? 'M' : 'L'}${((i / (values.length - 1)) * WIDTH).toFixed(1)},${y(v).toFixed(1)}`).join(
    '',
  )
  return (
    <Box sx={{ mb: 0.75 }}>
      <Typography variant="caption">
        <strong>{title}</strong>, {range.trim()}
      </Typography>
      {!same && (
        <svg
          viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
          width="100%"
          height={HEIGHT}
          preserveAspectRatio="none"
          role="img"
          aria-label={`${title} along the lap, ${range}`}
        >
          {low < 0 && high > 0 && <line x1={0} x2={WIDTH} y1={y(0)} y2={y(0)} stroke={tokens.hairline} />}
          <path d={d} fill="none" stroke={tokens.ink} strokeWidth={1.4} vectorEffect="non-scaling-stroke" />
        </svg>
      )}
    </Box>
  )
}
