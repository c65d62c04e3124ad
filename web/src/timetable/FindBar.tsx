import { PlayArrow } from '@mui/icons-material'
import { Button, MenuItem, TextField } from '@mui/material'
import type { TimetableDraft } from '@ochote/contracts'

interface FindBarProps {
  draft: TimetableDraft
  /** what begins before that stays; empty for only what is fixed */
  from: string
  isBusy: boolean
  onFrom: (from: string) => void
  onHappened: () => void
  onFind: () => void
}

/** From when on a timetable is looked for, what happened meanwhile, and the search. */
export function FindBar({ draft, from, isBusy, onFrom, onHappened, onFind }: FindBarProps) {
  const isEmpty = draft.students.length === 0
  const starts = [...new Set([...draft.places.map((place) => place.startsAt), from])].filter(Boolean).sort()
  return (
    <>
      <TextField
        select
        size="small"
        label="Keep what begins before"
        value={from}
        sx={{ minWidth: 190 }}
        slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
        onChange={(e) => onFrom(e.target.value)}
      >
        <MenuItem value="">only what is fixed</MenuItem>
        {starts.map((time) => (
          <MenuItem key={time} value={time}>
            {time}
          </MenuItem>
        ))}
      </TextField>
      <Button disabled={isEmpty} onClick={onHappened}>
        Something happened
      </Button>
      <Button variant="contained" startIcon={<PlayArrow />} disabled={isEmpty || isBusy} onClick={onFind}>
        Find a timetable
      </Button>
    </>
  )
}
