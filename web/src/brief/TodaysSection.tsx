import { Box, Button, Typography } from '@mui/material'
import { useMemo } from 'react'
import type { Aim } from '@ochote/contracts'
import { sectionFor, type PlanSolution } from '@ochote/core'

interface TodaysSectionProps {
  solution: PlanSolution
  aims: readonly Aim[]
  onCorner: (number: string) => void
}

/** The corners suggested to be worked on in this session, and why: those of the aims, where the aims name any. */
export function TodaysSection({ solution, aims, onCorner }: TodaysSectionProps) {
  const section = useMemo(() => sectionFor(solution.track, solution.corners, aims), [solution, aims])
  if (!section) return null
  return (
    <Box component="section" aria-labelledby="section">
      <Typography id="section" variant="h2">
        Section to work on
      </Typography>
      <Typography>
        {section.corners.map((number) => (
          <Button key={number} size="small" onClick={() => onCorner(number)} sx={{ minWidth: 0 }}>
            Corner {number}
          </Button>
        ))}
      </Typography>
      <Typography variant="body2" color="text.secondary">
        {section.why}
      </Typography>
    </Box>
  )
}
