import { Box, Typography } from '@mui/material'
import type { ReactNode } from 'react'
import { Caution } from '../caution/Caution'

interface PageProps {
  title: string
  /** beside the title: what is chosen, and what can be done */
  actions?: ReactNode
  /** for pages that give speeds, marks or spacing */
  caution?: boolean
  children: ReactNode
}

/** A page that reads from top to bottom. */
export function Page({ title, actions, caution = false, children }: PageProps) {
  return (
    <Box
      sx={{
        width: '100%',
        maxWidth: 1280,
        mx: 'auto',
        px: { xs: 2, md: 3 },
        py: 2.5,
        display: 'flex',
        flexDirection: 'column',
        gap: 2.5,
        flex: 1,
      }}
    >
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 2, rowGap: 1 }}>
        <Typography variant="h1">{title}</Typography>
        <Box sx={{ flex: 1 }} />
        {actions}
      </Box>
      {children}
      {caution && (
        <Box sx={{ mt: 'auto', pt: 2 }}>
          <Caution />
        </Box>
      )}
    </Box>
  )
}
