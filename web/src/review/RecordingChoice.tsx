import { MenuItem, TextField } from '@mui/material'
import type { StoredRecording } from '@ochote/contracts'

interface RecordingChoiceProps {
  recordings: readonly StoredRecording[]
  /** empty for all of them together */
  chosen: string
  canJoin: boolean
  onChoose: (id: string) => void
}

/** Which of a stint's recordings is looked at; nothing to choose where there is one. */
export function RecordingChoice({ recordings, chosen, canJoin, onChoose }: RecordingChoiceProps) {
  if (recordings.length < 2) return null
  return (
    <TextField
      select
      size="small"
      hiddenLabel
      value={chosen}
      sx={{ minWidth: 180, maxWidth: 260 }}
      slotProps={{ select: { 'aria-label': 'Recording', displayEmpty: true } }}
      onChange={(e) => onChoose(e.target.value)}
    >
      {canJoin && <MenuItem value="">all {recordings.length} recordings as one</MenuItem>}
      {recordings.map(({ id, fileName }) => (
        <MenuItem key={id} value={id}>
          {fileName}
        </MenuItem>
      ))}
    </TextField>
  )
}
