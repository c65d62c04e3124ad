import { Button, TextField, Typography } from '@mui/material'
import type { MeetingDraft } from './useMeeting'
import type { MeetingItem } from '@ochote/core'
import { count } from '../format/format'

interface CloseMeetingProps {
  meeting: MeetingDraft
  /** items that nobody has covered yet */
  open: readonly MeetingItem[]
  /** @param of - the field that is typed in */
  onChange: (meeting: MeetingDraft, of?: string) => void
}

/** Questions, who held the meeting, and closing it: only when every item is covered. */
export function CloseMeeting({ meeting, open, onChange }: CloseMeetingProps) {
  const closed = meeting.heldAt !== null
  const named = meeting.heldBy.trim() !== ''
  return (
    <>
      <TextField
        label="Questions asked"
        multiline
        minRows={3}
        value={meeting.questions}
        slotProps={{ htmlInput: { maxLength: 2000 } }}
        onChange={(e) => onChange({ ...meeting, questions: e.target.value }, 'questions')}
      />
      <TextField
        label="Held by"
        value={meeting.heldBy}
        slotProps={{ htmlInput: { maxLength: 80 } }}
        onChange={(e) => onChange({ ...meeting, heldBy: e.target.value }, 'held by')}
      />
      <Button
        variant={closed ? 'outlined' : 'contained'}
        disabled={!closed && (open.length > 0 || !named)}
        onClick={() => onChange({ ...meeting, heldAt: closed ? null : new Date().toISOString() })}
      >
        {closed ? 'Reopen the meeting' : 'Close the meeting'}
      </Button>
      {!closed && open.length > 0 && (
        <Typography variant="body2">
          {count(open.length, 'item')} not covered yet: {open[0]!.topic}, {open[0]!.text}
        </Typography>
      )}
      {!closed && open.length === 0 && !named && <Typography variant="body2">Enter who held it.</Typography>}
    </>
  )
}
