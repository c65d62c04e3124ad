import { Button, MenuItem, Stack, TextField, Typography } from '@mui/material'
import { MicNone, Stop } from '@mui/icons-material'
import { useState } from 'react'
import { v4 as uuid } from 'uuid'
import type { ReviewNote } from '@ochote/contracts'
import type { PlanSolution } from '@ochote/core'
import { distance } from '../format/format'
import { ProblemNotice } from '../problem/ProblemNotice'
import { cornerNear } from '../recordings/cornerNear'
import { NoteRow } from './NoteRow'
import { noQuestion } from './noQuestion'
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

/** Notes and questions at a lap and a place. */
export function NotesPanel({ recordingId, notes, laps, shown, solution, stationM, onChange }: NotesPanelProps) {
  const [lap, setLap] = useState(shown)
  const [text, setText] = useState('')
  const put = (said: string, part: Partial<ReviewNote> = {}) => {
    const now = { madeAt: new Date().toISOString(), drawing: null, soundId: null, ...noQuestion }
    onChange([...notes, { id: uuid(), lap, stationM, text: said, ...now, ...part }])
    setText('')
  }
  const add = () => put(text.trim())
  const speech = useSpeech(recordingId, (soundId, lengthS) =>
    put(text.trim() === '' ? `Spoken, ${Math.max(1, Math.round(lengthS))} s` : text.trim(), { soundId }),
  )
  const ordered = [...notes].sort((a, b) => a.lap - b.lap || a.stationM - b.stationM)
  const open = notes.filter(({ isQuestion, answer }) => isQuestion && answer === '').length
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
        <Button disabled={text.trim() === ''} onClick={() => put(text.trim(), { isQuestion: true })}>
          Ask
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
      {open > 0 && (
        <Typography variant="body2" sx={{ mt: 1 }}>
          {open === 1 ? 'One question has' : `${open} questions have`} no answer yet.
        </Typography>
      )}
      {speech.error !== null && <ProblemNotice error={speech.error} />}
      {notes.length === 0 && (
        <Typography variant="body2" color="text.secondary" sx={{ mt: 1 }}>
          No notes yet. Choose a corner to put a note there.
        </Typography>
      )}
      {ordered.map((note) => {
        const corner = cornerNear(solution, note.stationM)
        return (
          <NoteRow
            key={note.id}
            recordingId={recordingId}
            note={note}
            place={corner ? `corner ${corner}` : distance(note.stationM)}
            onAnswer={(answer) => onChange(notes.map((one) => (one.id === note.id ? { ...one, answer } : one)))}
            onRemove={() => onChange(notes.filter(({ id }) => id !== note.id))}
          />
        )
      })}
    </>
  )
}
