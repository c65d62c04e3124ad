import { Box, Typography } from '@mui/material'
import type { Duty, MarkerScheme } from '@ochote/contracts'
import { DutyMark } from './DutyMark'

/** The duties in use, each with its shape, colour and count. */
export function DutyLegend({ duties, scheme }: { duties: readonly Duty[]; scheme: MarkerScheme }) {
  return (
    <Box
      component="ul"
      aria-label={`Markers: ${scheme.name}`}
      sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2, rowGap: 0.25, p: 0, m: 0 }}
    >
      {duties.map((duty) => {
        const look = scheme.looks[duty]
        return (
          <Box component="li" key={duty} sx={{ display: 'flex', alignItems: 'center', gap: 0.6 }}>
            <svg width={18} height={18} viewBox="-9 -9 18 18" aria-hidden>
              <DutyMark duty={duty} scheme={scheme} />
            </svg>
            <Typography variant="body2" component="span">
              {duty}{' '}
              <Typography variant="body2" component="span" color="text.secondary">
                {look.count > 1 ? `${look.count} × ` : ''}
                {look.colour}
              </Typography>
            </Typography>
          </Box>
        )
      })}
    </Box>
  )
}
