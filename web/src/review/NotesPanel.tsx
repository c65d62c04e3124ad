import { Box, Button, IconButton, MenuItem, Stack, TextField, Typography } from '@mui/material'
import { DeleteOutlined, MicNone, Stop } from '@mui/icons-material'
import { useState } from 'react'
import { v4 as uuid } from 'uuid'
import type { ReviewNote } from '@ochote/contracts'
import type { PlanSolution } from '@ochote/core'
import { distance } from '../format/format'
import { ProblemNotice } from '../problem/ProblemNotice'
import { useMoveCursor } from '../ribbon/trackCursor'
import { cornerNear } from '../recordings/cornerNear'
import { useSpeech } from './useSpeech'

interface NotesPanelProps {
  recordingId: string
  notes: readonly ReviewNote[]
  laps: readonly number[]
  /** the lap that a new note is for, until another is chosen */
  shown: number
  solution: PlanSolution
  /** where a new note is put: the chosen corner's apex, or the start line */
  stationM: number
  onChange: (notes: ReviewNote[]) => void
}

/** Notes at a lap and a place. */
export function NotesPanel({ recordingId, notes, laps, shown, solution, stationM, onChange }: NotesPanelProps) {
  const [lap, setLap] = useState(shown)
  const [text, setText] = useState('')
  const moveCursor = useMoveCursor()
  const add = () => {
    onChange([...notes, { id: uuid(), lap, stationM, text: text.trim(), madeAt: new Date().toISOString(), drawing: null, soundId: null }])
    setText('')
  }
  const speech = useSpeech(recordingId, (soundId, lengthS) => {
    const said = text.trim() === '' ? `Spoken, ${Math.max(1, Math.round(lengthS))} s` : text.trim()
    onChange([...notes, { id: uuid(), lap, stationM, text: said, madeAt: new Date().toISOString(), drawing: null, soundId }])
    setText('')
  })
  const ordered = [...notes].sort((a, b) => a.lap - b.lap || a.stationM - b.stationM)
  return (
    <>
      <Stack direction="row" sx={{ gap: 1, alignItems: 'flex-start', flexWrap: 'wrap' }}>
        <TextField select size="small" label="Lap" value={lap} sx={{ minWidth: 80 }} onChange={(e) => setLap(Number(e.target.value))}>
          {laps.map((number) => (
            <MenuItem key={number} value={number}>
              {number}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          size="small"
          label={`Note at ${distance(stationM)}`}
          value={text}
          sx={{ flex: 1, minWidth: 180 }}
          slotProps={{ htmlInput: { maxLength: 500 } }}
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter' && text.trim() !== '') add()
          }}
        />
        <Button variant="contained" disabled={text.trim() === ''} onClick={add}>
          Add
        </Button>
        {speech.canSpeak && (
          <Button
            startIcon={speech.isOn ? <Stop /> : <MicNone />}
            disabled={speech.isSending}
            onClick={speech.isOn ? speech.stop : () => void speech.start()}
          >
            {speech.isOn ? `Stop, ${speech.lengthS} s` : speech.isSending ? 'Being stored…' : 'Speak'}
          </Button>
        )}
      </Stack>
      {speech.error !== null && <ProblemNotice error={speech.error} />}
      {notes.length === 0 && (
        <Typography variant="body2" color="text.secondary" sx={{ mt: 1 }}>
          No notes yet. Choose a corner to put a note there.
        </Typography>
      )}
      {ordered.map((note) => {
        const corner = cornerNear(solution, note.stationM)
        return (
          <Box
            key={note.id}
            sx={{ display: 'flex', alignItems: 'flex-start', py: 0.5, borderTop: 1, borderColor: 'divider', mt: 1 }}
            onMouseEnter={() => moveCursor(note.stationM)}
          >
            <Typography variant="body2" sx={{ flex: 1 }}>
              <b>
                Lap {note.lap}, {corner ? `corner ${corner}` : distance(note.stationM)}:
              </b>{' '}
              {note.text}
              {note.soundId && (
                <audio
                  controls
                  preload="none"
                  src={`/api/recordings/${recordingId}/sounds/${note.soundId}`}
                  aria-label={note.text}
                  style={{ display: 'block', height: 32 }}
                />
              )}
            </Typography>
            <IconButton
              size="small"
              aria-label={`Remove the note “${note.text}”`}
              onClick={() => onChange(notes.filter(({ id }) => id !== note.id))}
            >
              <DeleteOutlined fontSize="small" />
            </IconButton>
          </Box>
        )
      })}
    </>
  )
}
