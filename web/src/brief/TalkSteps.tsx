import { Box, Button } from '@mui/material'
import type { TalkStep } from '@ochote/core'

interface TalkStepsProps {
  steps: readonly TalkStep[]
  /** index of the mark that the talk is at */
  at: number
  go: (at: number) => void
}

/** Every mark of the lap in its order; choosing one goes there. */
export function TalkSteps({ steps, at, go }: TalkStepsProps) {
  return (
    <Box
      component="ol"
      aria-label="The lap, mark by mark"
      sx={{ overflowY: 'auto', flex: 1, minHeight: 120, m: 0, p: 0, listStyle: 'none' }}
    >
      {steps.map((s, k) => (
        <Box component="li" key={s.id}>
          <Button
            fullWidth
            aria-current={k === at ? 'step' : undefined}
            onClick={() => go(k)}
            sx={{
              justifyContent: 'flex-start',
              textAlign: 'left',
              textTransform: 'none',
              py: 0.25,
              fontWeight: k === at ? 800 : 400,
              color: 'text.primary',
            }}
          >
            {s.what}
            <Box component="span" sx={{ color: 'text.secondary', ml: 1 }}>
              {s.where}
            </Box>
          </Button>
        </Box>
      ))}
    </Box>
  )
}
