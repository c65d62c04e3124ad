import { Dialog, DialogContent, DialogTitle } from '@mui/material'
import type { ReactNode } from 'react'
import { Target } from '../Target'

interface SheetProps {
  title: string
  onClose: () => void
  children: ReactNode
}

/** Choices for the second tap: large targets at the foot of the window, near the hand. */
export function Sheet({ title, onClose, children }: SheetProps) {
  return (
    <Dialog
      open
      onClose={onClose}
      fullWidth
      maxWidth="md"
      aria-labelledby="sheet-title"
      slotProps={{ paper: { sx: { alignSelf: 'flex-end', mb: 2, mx: 1, width: 'calc(100% - 16px)' } }, transition: { timeout: 0 } }}
    >
      <DialogTitle id="sheet-title">{title}</DialogTitle>
      <DialogContent sx={{ display: 'flex', flexDirection: 'column', gap: 1 }}>
        {children}
        <Target onClick={onClose}>Cancel</Target>
      </DialogContent>
    </Dialog>
  )
}
