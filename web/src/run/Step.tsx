import { Box, Typography } from '@mui/material'
import type { SuggestedStep } from '@ochote/core'
import { stepNames } from './entryWords'
import { Target } from './Target'

interface StepProps {
  step: SuggestedStep
  onDecide: (step: SuggestedStep) => void
  onLeave: (step: SuggestedStep) => void
}

/** More or less pace, words or marks, as the laps suggest. The instructor decides. */
export function Step({ step, onDecide, onLeave }: StepProps) {
  return (
    <Box
      component="section"
      aria-label="Suggested"
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '1fr 1fr', sm: 'minmax(0,1fr) auto auto' },
        gap: { xs: 0.5, sm: 1 },
        alignItems: 'center',
      }}
    >
      <Typography sx={{ gridColumn: { xs: '1 / -1', sm: 'auto' }, fontSize: { xs: '0.9rem', sm: '1rem' }, lineHeight: 1.25 }}>
        Suggested: <strong>{stepNames[step.of][step.way]}</strong>, {step.reason}. You decide.
      </Typography>
      <Target onClick={() => onDecide(step)} sx={{ fontSize: '1rem', textTransform: 'capitalize' }}>
        {stepNames[step.of][step.way]}
      </Target>
      <Target onClick={() => onLeave(step)} sx={{ fontSize: '1rem' }}>
        Leave as it is
      </Target>
    </Box>
  )
}
