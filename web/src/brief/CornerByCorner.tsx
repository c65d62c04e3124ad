import { Box, ButtonBase, Typography } from '@mui/material'
import { styled } from '@mui/material/styles'
import type { CornerStep, SolvedCorner } from '@ochote/core'
import { speed } from '../format/format'

interface CornerByCornerProps {
  rows: readonly { corner: SolvedCorner; steps: readonly CornerStep[] }[]
  corner: string | null
  onCorner: (number: string | null) => void
}

const Number = styled(ButtonBase)(({ theme }) => ({
  fontSize: '1.35rem',
  fontWeight: 750,
  minWidth: 44,
  minHeight: 40,
  alignSelf: 'start',
  borderRadius: theme.shape.borderRadius,
  '&[aria-pressed="true"]': { backgroundColor: theme.palette.primary.main, color: theme.palette.primary.contrastText },
}))

/** Every corner in the order of the lap: what to do, how to find where, how fast. */
export function CornerByCorner({ rows, corner, onCorner }: CornerByCornerProps) {
  return (
    <Box component="section" aria-labelledby="corner-by-corner">
      <Typography id="corner-by-corner" variant="h2" sx={{ mb: 1 }}>
        Corner by corner
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: '52px minmax(0,1fr)', rowGap: 1.25, columnGap: 1 }}>
        {rows.map(({ corner: c, steps }) => (
          <Box key={c.number} sx={{ display: 'contents' }}>
            <Number
              aria-pressed={c.number === corner}
              aria-label={`Show corner ${c.number}`}
              onClick={() => onCorner(c.number === corner ? null : c.number)}
            >
              {c.number}
            </Number>
            <Box>
              <Typography variant="h3">
                {c.name || `Corner ${c.number}`}, {c.direction}
                {c.points.minSpeed && (
                  <Typography component="span" variant="body2" color="text.secondary">
                    {' '}
                    {speed(c.points.minSpeed.speedMps)} at its slowest
                  </Typography>
                )}
              </Typography>
              <Box component="ol" sx={{ pl: 0, m: 0, listStyle: 'none' }}>
                {steps.map((step) => (
                  <Typography component="li" variant="body2" key={step.action}>
                    <strong>{step.action}</strong> {step.place}
                  </Typography>
                ))}
              </Box>
            </Box>
          </Box>
        ))}
      </Box>
    </Box>
  )
}
