import { styled } from '@mui/material/styles'
import type { ReactNode } from 'react'
import { RibbonFoot } from './RibbonFoot'
import type { RibbonProps } from './Ribbon'

/** Height of the bar above every page, pixels. */
const BAR_PX = 54

const Frame = styled('div')(({ theme }) => ({
  flex: 1,
  display: 'flex',
  flexDirection: 'column',
  [theme.breakpoints.up('md')]: { height: `calc(100dvh - ${BAR_PX}px)`, flex: 'none' },
  '@media print': { height: 'auto' },
}))

const Work = styled('div')(({ theme }) => ({
  flex: 1,
  minHeight: 0,
  overflowY: 'auto',
  padding: theme.spacing(1.5, 2),
  display: 'flex',
  flexDirection: 'column',
  gap: theme.spacing(1.5),
  [theme.breakpoints.up('md')]: { padding: theme.spacing(1.5, 3) },
}))

/** A stage: its work above, which scrolls, and the ribbon at the foot of the window, which stays. */
export function StageFrame({ ribbon, children }: { ribbon: RibbonProps; children: ReactNode }) {
  return (
    <Frame>
      <Work>{children}</Work>
      <RibbonFoot {...ribbon} />
    </Frame>
  )
}
