import { Box } from '@mui/material'
import { praises } from '@ochote/core'
import { Target } from './Target'

/** What was done well at the chosen corner: one tap. */
export function PraiseTargets({ disabled, onPraise }: { disabled: boolean; onPraise: (code: string) => void }) {
  return (
    <Box
      component="section"
      aria-label="What was good"
      sx={{ display: 'grid', gridTemplateColumns: { xs: 'repeat(3, 1fr)', sm: 'repeat(5, 1fr)' }, gap: 0.75 }}
    >
      {praises.map((praise) => (
        <Target key={praise.code} tone="good" disabled={disabled} onClick={() => onPraise(praise.code)} sx={{ fontSize: '1rem' }}>
          {praise.name}
        </Target>
      ))}
    </Box>
  )
}
