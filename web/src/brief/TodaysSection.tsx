import { Box, Button, Typography } from '@mui/material'
import { useMemo } from 'react'
import { suggestedSections, type PlanSolution } from '@ochote/core'

/** The corners suggested to be worked on in this session, and why. */
export function TodaysSection({ solution, onCorner }: { solution: PlanSolution; onCorner: (number: string) => void }) {
  const section = useMemo(() => suggestedSections(solution.track, solution.corners)[0] ?? null, [solution])
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
