import { useMediaQuery } from '@mui/material'
import { useTheme } from '@mui/material/styles'
import { useEffect, useRef, type RefObject } from 'react'

/**
 * On a phone, brings what it is given to the top of the window as a stint sets out, when everything below takes its place anyway: the
 * fault targets are in reach without scrolling.
 */
export function useClockOnTop(running: boolean): RefObject<HTMLDivElement | null> {
  const clock = useRef<HTMLDivElement>(null)
  const phone = useMediaQuery(useTheme().breakpoints.down('sm'))
  useEffect(() => {
    if (running && phone) clock.current?.scrollIntoView({ block: 'start' })
  }, [running, phone])
  return clock
}
