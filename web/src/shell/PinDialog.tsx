import { Button, Dialog, DialogActions, DialogContent, DialogTitle, TextField, Typography } from '@mui/material'
import { useMutation } from '@tanstack/react-query'
import { useState, useSyncExternalStore } from 'react'
import { z } from 'zod'
import { locked } from '../api/locked'
import { request } from '../api/request'
import { ProblemNotice } from '../problem/ProblemNotice'

/** Asks a device for the school's PIN, once. */
export function PinDialog() {
  const isLocked = useSyncExternalStore(locked.subscribe, locked.snapshot)
  const [pin, setPin] = useState('')
  const door = useMutation({
    mutationFn: () => request(z.object({}), '/api/door', { method: 'POST', body: { pin } }),
    // what asked in vain asks again, streams included
    onSuccess: () => location.reload(),
  })
  if (!isLocked) return null
  return (
    <Dialog open fullWidth maxWidth="xs" aria-labelledby="pin-title">
      <form
        onSubmit={(event) => {
          event.preventDefault()
          door.mutate()
        }}
      >
        <DialogTitle id="pin-title">The school’s PIN</DialogTitle>
        <DialogContent sx={{ display: 'flex', flexDirection: 'column', gap: 1.5 }}>
          <Typography>This device is new here. What was logged on it before is kept, and is sent once the PIN is given.</Typography>
          {door.error && <ProblemNotice error={door.error} />}
          <TextField
            label="PIN"
            autoFocus
            value={pin}
            type="password"
            autoComplete="current-password"
            slotProps={{ htmlInput: { inputMode: 'numeric', maxLength: 20 } }}
            onChange={(event) => setPin(event.target.value)}
          />
        </DialogContent>
        <DialogActions>
          <Button type="submit" variant="contained" disabled={pin.trim() === '' || door.isPending}>
            Open
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  )
}
