import { Button, Dialog, DialogActions, DialogContent, DialogTitle, TextField, Typography } from '@mui/material'
import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { z } from 'zod'
import { request } from '../api/request'
import { ProblemNotice } from '../problem/ProblemNotice'

/** Asks a device for the school's PIN, once. */
export function PinDialog({ onLater }: { onLater: () => void }) {
  const [pin, setPin] = useState('')
  const door = useMutation({
    mutationFn: () => request(z.object({}), '/api/door', { method: 'POST', body: { pin } }),
    // what asked in vain asks again, streams included
    onSuccess: () => location.reload(),
  })
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
          <Typography>
            This device needs the school’s PIN once. Until then it shows nothing new. Whatever is logged on it is kept, and is sent
            afterwards.
          </Typography>
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
          {/* nobody may be kept from logging a stint that is under way */}
          <Button onClick={onLater}>Not now</Button>
          <Button type="submit" variant="contained" disabled={pin.trim() === '' || door.isPending}>
            Open
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  )
}
