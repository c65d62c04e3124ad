import { DeleteOutlined } from '@mui/icons-material'
import { Box, IconButton, Typography } from '@mui/material'
import type { ReviewNote } from '@ochote/contracts'
import { CommitField } from '../forms/CommitField'
import { useMoveCursor } from '../ribbon/trackCursor'

const LONGEST_ANSWER = 500

interface NoteRowProps {
  recordingId: string
  note: ReviewNote
  /** the corner or the distance that it is at */
  place: string
  onAnswer: (answer: string) => void
  onRemove: () => void
}

/** A note or a question at its lap and place; a question has a field for its answer. */
export function NoteRow({ recordingId, note, place, onAnswer, onRemove }: NoteRowProps) {
  const moveCursor = useMoveCursor()
  return (
    <Box
      role="group"
      aria-label={`${note.isQuestion ? 'Question' : 'Note'}: ${note.text}`}
      sx={{ display: 'flex', alignItems: 'flex-start', py: 0.5, borderTop: 1, borderColor: 'divider', mt: 1 }}
      onMouseEnter={() => moveCursor(note.stationM)}
    >
      <Box sx={{ flex: 1 }}>
        <Typography variant="body2">
          <b>
            Lap {note.lap}, {place}
            {note.isQuestion && ', question'}:
          </b>{' '}
          {note.text}
        </Typography>
        {note.soundId && (
          <audio
            controls
            preload="none"
            src={`/api/recordings/${recordingId}/sounds/${note.soundId}`}
            aria-label={note.text}
            style={{ display: 'block', height: 32 }}
          />
        )}
        {note.isQuestion && <CommitField multiline label="Answer" value={note.answer} most={LONGEST_ANSWER} onTake={onAnswer} />}
      </Box>
      <IconButton size="small" aria-label={`Remove the note “${note.text}”`} onClick={onRemove}>
        <DeleteOutlined fontSize="small" />
      </IconButton>
    </Box>
  )
}
