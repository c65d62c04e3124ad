import { Box, Typography } from '@mui/material'
import { faultOf, type CalledFollowUp } from '@ochote/core'
import { Target } from './Target'

export const answers = ['fixed', 'better', 'no change'] as const

interface AskAboutProps {
  about: CalledFollowUp
  onAnswer: (about: CalledFollowUp, result: (typeof answers)[number]) => void
}

/** Corrections called for this corner: did this pass fix them? One tap each. */
export function AskAbout({ about, onAnswer }: AskAboutProps) {
  return (
    <Box
      component="section"
      aria-label="Was it fixed?"
      sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: 'minmax(0,1fr) auto' }, gap: { xs: 0.5, sm: 1 }, alignItems: 'center' }}
    >
      <Typography sx={{ fontSize: { xs: '1rem', sm: '1.1rem' }, lineHeight: 1.25 }}>
        <strong>Called at corner {about.corner}:</strong> {faultOf(about.code)?.name ?? about.code}. Now?
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, minmax(96px, 1fr))', gap: 1 }}>
        {answers.map((result) => (
          <Target key={result} tone={result === 'no change' ? 'plain' : 'good'} onClick={() => onAnswer(about, result)}>
            {result === 'fixed' ? 'Fixed' : result === 'better' ? 'Better' : 'No change'}
          </Target>
        ))}
      </Box>
    </Box>
  )
}
