import { Box, Typography } from '@mui/material'
import { styled } from '@mui/material/styles'
import { useEffect, useRef } from 'react'
import type { SolvedCorner } from '@ochote/core'
import { speed } from '../format/format'
import { Target } from './Target'

interface CornerStripProps {
  corners: readonly SolvedCorner[]
  corner: string | null
  /** how the corner was chosen: by hand, by the clock or by the logger */
  source: 'chosen' | 'by the clock' | 'by the logger' | null
  lap: number
  onChoose: (number: string) => void
}

const Strip = styled('div')(({ theme }) => ({
  display: 'grid',
  gridTemplateColumns: 'repeat(auto-fill, minmax(64px, 1fr))',
  gap: theme.spacing(0.75),
  // a phone has room for one row: it scrolls, and keeps the corner just driven in view
  [theme.breakpoints.down('sm')]: { display: 'flex', overflowX: 'auto', scrollbarWidth: 'none', '& > *': { flex: '0 0 auto' } },
}))

/** Which corner is being logged: the one just driven, by the clock, or any other by a tap. */
export function CornerStrip({ corners, corner, source, lap, onChoose }: CornerStripProps) {
  const strip = useRef<HTMLDivElement>(null)
  useEffect(() => {
    const tile = strip.current?.querySelector<HTMLElement>('[aria-pressed="true"]')
    // only along the strip: scrolling the page would move the targets from under the finger
    if (tile && strip.current)
      strip.current.scrollLeft = tile.offsetLeft - strip.current.offsetLeft - strip.current.clientWidth / 2 + tile.clientWidth / 2
  }, [corner])
  const chosen = corners.find((c) => c.number === corner)
  return (
    <Box component="section" aria-label="Corner">
      <Typography
        aria-live="polite"
        sx={{
          minHeight: '1.5em',
          fontSize: { xs: '1rem', sm: '1.1rem' },
          mb: 0.5,
          overflow: 'hidden',
          textOverflow: 'ellipsis',
          whiteSpace: 'nowrap',
        }}
      >
        {chosen ? (
          <>
            <strong>
              Corner {chosen.number} {chosen.name}
            </strong>
            , {lap === 0 ? 'out lap' : `lap ${lap}`}
            {source && <Typography component="span" color="text.secondary">{` · ${source}`}</Typography>}
            {chosen.points.minSpeed && (
              <Typography component="span" color="text.secondary">{` · ${speed(chosen.points.minSpeed.speedMps)} planned`}</Typography>
            )}
          </>
        ) : (
          'Tap the corner, then what happened there.'
        )}
      </Typography>
      <Strip ref={strip}>
        {corners.map((c) => (
          <Target
            key={c.number}
            aria-pressed={c.number === corner}
            aria-label={`Corner ${c.number} ${c.name}`}
            onClick={() => onChoose(c.number)}
            sx={{ fontSize: '1.5rem', p: 0 }}
          >
            {c.number}
          </Target>
        ))}
      </Strip>
    </Box>
  )
}
