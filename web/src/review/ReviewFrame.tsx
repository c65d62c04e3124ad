import { Box } from '@mui/material'
import { styled } from '@mui/material/styles'
import type { ReactNode } from 'react'
import { Caution } from '../caution/Caution'
import { PanelTabs } from '../shell/PanelTabs'

/** Height of the bar above every page, pixels. */
const BAR_PX = 54

const Frame = styled('div')(({ theme }) => ({
  flex: 1,
  display: 'grid',
  gridTemplateColumns: 'minmax(0, 1fr)',
  [theme.breakpoints.up('md')]: {
    height: `calc(100dvh - ${BAR_PX}px)`,
    flex: 'none',
    gridTemplateColumns: 'minmax(0, 1fr) minmax(360px, 32%)',
    gridTemplateRows: 'auto minmax(0, 1fr)',
  },
}))

const Drive = styled('div')(({ theme }) => ({
  display: 'flex',
  flexDirection: 'column',
  minHeight: 0,
  [theme.breakpoints.up('md')]: { overflowY: 'auto' },
}))

const Top = styled('div')(({ theme }) => ({
  display: 'grid',
  gridTemplateColumns: 'minmax(0, 1fr)',
  gridTemplateRows: 'minmax(0, 1fr)',
  [theme.breakpoints.up('sm')]: { gridTemplateColumns: 'minmax(300px, 1fr) minmax(0, 1fr)', flex: 1, minHeight: 200 },
}))

interface ReviewFrameProps<K extends string> {
  head: ReactNode
  laps: ReactNode
  map: ReactNode
  /** the ribbon with its traces */
  ribbon: ReactNode
  panels: Readonly<Record<K, string>>
  panel: K
  onPanel: (panel: K) => void
  panelContent: ReactNode
}

/** A review: laps and map with the ribbon and its traces under them, and a panel beside. */
export function ReviewFrame<K extends string>({ head, laps, map, ribbon, panels, panel, onPanel, panelContent }: ReviewFrameProps<K>) {
  return (
    <Frame>
      <Box sx={{ px: { xs: 2, md: 3 }, py: 1, gridColumn: '1 / -1' }}>{head}</Box>
      <Drive>
        <Top>
          <Box sx={{ overflowY: 'auto', pl: { md: 1.5 }, maxHeight: { xs: 300, sm: 'none' } }} tabIndex={0} role="region" aria-label="Laps">
            {laps}
          </Box>
          <Box
            sx={{
              position: 'relative',
              overflow: 'hidden',
              height: { xs: 260, sm: 'auto' },
              '& > div': { position: 'absolute', inset: 0, minHeight: 0 },
            }}
          >
            {map}
          </Box>
        </Top>
        <Box component="section" aria-label="The ribbon" sx={{ borderTop: 1, borderColor: 'divider', px: 1.5, pb: 0.5 }}>
          {ribbon}
        </Box>
      </Drive>
      <Box sx={{ display: 'flex', flexDirection: 'column', minHeight: 0, borderLeft: { md: 1 }, borderColor: { md: 'divider' } }}>
        <PanelTabs label="Review" id="review" names={panels} open={panel} onOpen={onPanel}>
          {panelContent}
        </PanelTabs>
        <Box sx={{ px: 2, py: 0.5 }}>
          <Caution />
        </Box>
      </Box>
    </Frame>
  )
}
