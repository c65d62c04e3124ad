import { Box } from '@mui/material'
import { Link } from 'react-router'

interface StageTabsProps {
  label: string
  tabs: readonly { name: string; path: string }[]
  /** name of the one that is open */
  open: string
}

/** The parts of a stage, beside its title. */
export function StageTabs({ label, tabs, open }: StageTabsProps) {
  return (
    <Box component="nav" aria-label={label} className="no-print" sx={{ display: 'flex', gap: 0.5, flexWrap: 'wrap' }}>
      {tabs.map(({ name, path }) => (
        <Box
          key={path}
          component={Link}
          to={path}
          aria-current={name === open ? 'page' : undefined}
          sx={{
            px: 1.25,
            py: 0.75,
            minHeight: 40,
            borderRadius: 1,
            color: 'text.primary',
            textDecoration: 'none',
            border: 1,
            borderColor: 'divider',
            '&[aria-current]': { bgcolor: 'primary.main', color: 'primary.contrastText', borderColor: 'primary.main' },
          }}
        >
          {name}
        </Box>
      ))}
    </Box>
  )
}
