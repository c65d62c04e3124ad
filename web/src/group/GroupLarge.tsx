import { Box, Button, Typography } from '@mui/material'
import { useEffect, useState } from 'react'
import { Caution } from '../caution/Caution'
import type { GroupSlide } from './groupSlides'

interface GroupLargeProps {
  slides: readonly GroupSlide[]
  named: boolean
  onNamed: (named: boolean) => void
  onClose: () => void
}

/** One thing at a time, readable from the back of the room, driven by keys. */
export function GroupLarge({ slides, named, onNamed, onClose }: GroupLargeProps) {
  const [at, setAt] = useState(0)
  const last = slides.length - 1
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'ArrowRight' || event.key === 'PageDown') setAt((k) => Math.min(last, k + 1))
      else if (event.key === 'ArrowLeft' || event.key === 'PageUp') setAt((k) => Math.max(0, k - 1))
      else if (event.key === 'n') onNamed(!named)
      else if (event.key === 'Escape') onClose()
      else return
      event.preventDefault()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [last, named, onNamed, onClose])
  const slide = slides[Math.min(at, last)]!
  return (
    <Box sx={{ flex: 1, display: 'flex', flexDirection: 'column', px: { xs: 2, md: 8 }, py: 4, gap: 3 }}>
      <Typography variant="h1" sx={{ fontSize: 'clamp(1.6rem, 4vw, 3rem)', color: 'primary.main' }}>
        {slide.topic}
      </Typography>
      <Box aria-live="polite" sx={{ flex: 1 }}>
        <Typography sx={{ fontSize: 'clamp(1.6rem, 5vw, 4.2rem)', fontWeight: 650, lineHeight: 1.2 }}>{slide.text}</Typography>
        <Typography sx={{ fontSize: 'clamp(1.1rem, 2.4vw, 2rem)', mt: 3 }}>{slide.detail}</Typography>
      </Box>
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
        <Button size="large" variant="outlined" disabled={at === 0} onClick={() => setAt(at - 1)}>
          Back
        </Button>
        <Button size="large" variant="contained" onClick={() => (at < last ? setAt(at + 1) : onClose())}>
          {at < last ? 'Next' : 'Close'}
        </Button>
        <Button size="large" aria-pressed={named} onClick={() => onNamed(!named)}>
          {named ? 'Hide names' : 'Show names'}
        </Button>
        <Typography color="text.secondary">
          {at + 1} of {slides.length}; arrow keys, n for names, Escape closes
        </Typography>
      </Box>
      <Caution />
    </Box>
  )
}
