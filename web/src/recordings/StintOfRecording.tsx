import { Button, MenuItem, Stack, TextField, Typography } from '@mui/material'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { Link as RouterLink } from 'react-router'
import { recordingSchema, type StoredRecording } from '@ochote/contracts'
import { askAgain } from '../api/askAgain'
import { request } from '../api/request'
import { ProblemNotice } from '../problem/ProblemNotice'

/** A stint that a recording can be put with. */
export interface StintPlace {
  readonly stintId: string
  readonly dayId: string
  /** "Ada Finch, 09:20" */
  readonly says: string
}

interface StintOfRecordingProps {
  recording: StoredRecording
  places: readonly StintPlace[]
}

/** Whose stint a recording is of: guessed or said, and open to be put right. */
export function StintOfRecording({ recording, places }: StintOfRecordingProps) {
  const client = useQueryClient()
  const place = places.find(({ stintId }) => stintId === recording.stintId)
  const save = useMutation({
    mutationFn: (stintId: string | null) =>
      request(recordingSchema, `/api/recordings/${recording.id}`, {
        method: 'PUT',
        body: { owner: { stintId, studentId: recording.studentId, note: recording.note }, fromVersion: recording.version },
      }),
    onSuccess: () => askAgain(client, ['recordings']),
  })
  return (
    <>
      <Stack direction="row" sx={{ alignItems: 'center', gap: 1 }}>
        <TextField
          select
          size="small"
          hiddenLabel
          value={place ? place.stintId : ''}
          disabled={save.isPending}
          sx={{ minWidth: 190 }}
          slotProps={{ select: { 'aria-label': `Stint of ${recording.fileName}`, displayEmpty: true } }}
          onChange={(e) => save.mutate(e.target.value === '' ? null : e.target.value)}
        >
          <MenuItem value="">no stint</MenuItem>
          {places.map(({ stintId, says }) => (
            <MenuItem key={stintId} value={stintId}>
              {says}
            </MenuItem>
          ))}
        </TextField>
        {place && (
          <Button
            size="small"
            component={RouterLink}
            to={`/days/${place.dayId}/review/${place.stintId}`}
            aria-label={`Review ${recording.fileName}`}
          >
            Review
          </Button>
        )}
      </Stack>
      {recording.guessed !== '' && (
        <Typography variant="body2" color="text.secondary">
          {recording.guessed}
        </Typography>
      )}
      {save.error && <ProblemNotice error={save.error} />}
    </>
  )
}
