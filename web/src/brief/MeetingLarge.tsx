import { Box, Button, Typography } from '@mui/material'
import { useEffect, useState } from 'react'
import { Caution } from '../caution/Caution'
import { isCovered, type MeetingItem } from '@ochote/core'

interface MeetingLargeProps {
  items: readonly MeetingItem[]
  done: readonly string[]
  onDone: (id: string) => void
  onClose: () => void
}

/** One item at a time, readable from the back of the room. Moving on ticks it. */
export function MeetingLarge({ items, done, onDone, onClose }: MeetingLargeProps) {
  const [at, setAt] = useState(() =>
    Math.max(
      0,
      items.findIndex((i) => !isCovered(i, done)),
    ),
  )
  const item = items[at]!
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'ArrowRight' || event.key === ' ' || event.key === 'PageDown') {
        onDone(item.id)
        setAt((k) => Math.min(items.length - 1, k + 1))
      } else if (event.key === 'ArrowLeft' || event.key === 'PageUp') setAt((k) => Math.max(0, k - 1))
      else if (event.key === 'Escape') onClose()
      else return
      event.preventDefault()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [item, items.length, onDone, onClose])
  return (
    <Box sx={{ flex: 1, display: 'flex', flexDirection: 'column', px: { xs: 2, md: 8 }, py: 4, gap: 3 }}>
      <Typography variant="h1" sx={{ fontSize: 'clamp(1.6rem, 4vw, 3rem)', color: 'primary.main' }}>
        {item.topic}
      </Typography>
      <Typography aria-live="polite" sx={{ fontSize: 'clamp(1.6rem, 5vw, 4.2rem)', fontWeight: 650, lineHeight: 1.2, flex: 1 }}>
        {item.text}
      </Typography>
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
        <Button size="large" variant="outlined" disabled={at === 0} onClick={() => setAt(at - 1)}>
          Back
        </Button>
        <Button
          size="large"
          variant="contained"
          onClick={() => {
            onDone(item.id)
            if (at < items.length - 1) setAt(at + 1)
            else onClose()
          }}
        >
          {at < items.length - 1 ? 'Covered, next' : 'Covered, close'}
        </Button>
        <Typography color="text.secondary">
          {at + 1} of {items.length}; arrow keys, Escape closes
        </Typography>
        <Box sx={{ flex: 1 }} />
        <Button onClick={onClose}>Close</Button>
      </Box>
      <Caution />
    </Box>
  )
}
