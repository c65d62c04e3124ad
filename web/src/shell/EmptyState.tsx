import { Box, Typography } from '@mui/material'
import type { ReactNode } from 'react'

/** Nothing here yet: what to do next, with the button. */
export function EmptyState({ title, children, action }: { title: string; children?: ReactNode; action?: ReactNode }) {
  return (
    <Box sx={{ py: 6, maxWidth: '56ch', display: 'flex', flexDirection: 'column', gap: 1.5, alignItems: 'flex-start' }}>
      <Typography variant="h2">{title}</Typography>
      {children && <Typography color="text.secondary">{children}</Typography>}
      {action}
    </Box>
  )
}
