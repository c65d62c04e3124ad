import { useMediaQuery } from '@mui/material'
import { useTheme } from '@mui/material/styles'
import { useEffect, useRef, type RefObject } from 'react'

/**
 * On a phone, brings what it is given to the top of the window as a stint sets out, when everything below takes its place anyway: all
 * that is tapped while driving is then on the screen, without scrolling.
 */
export function useSeatOnTop(running: boolean): RefObject<HTMLDivElement | null> {
  const top = useRef<HTMLDivElement>(null)
  const phone = useMediaQuery(useTheme().breakpoints.down('sm'))
  useEffect(() => {
    if (running && phone) top.current?.scrollIntoView({ block: 'start' })
  }, [running, phone])
  return top
}
