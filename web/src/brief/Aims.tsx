import { Box, Button, TextField, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { studentQuery } from '../api/queries'
import { lastTime } from './lastTime'

const MOST_AIMS = 2

interface AimsProps {
  stintId: string
  aims: readonly string[]
  studentId: string
  onSave: (aims: string[]) => void
}

/** Two aims for this stint, saved as each field is left; last time's two are offered. */
export function Aims({ stintId, aims, studentId, onSave }: AimsProps) {
  const student = useQuery(studentQuery(studentId))
  const [typed, setTyped] = useState<(string | undefined)[]>([])
  const offered = lastTime(student.data, stintId)
  const shown = Array.from({ length: MOST_AIMS }, (_, i) => typed[i] ?? aims[i] ?? '')
  const save = (next: string[]) => {
    setTyped([])
    const kept = next.map((aim) => aim.trim()).filter((aim) => aim !== '')
    if (JSON.stringify(kept) !== JSON.stringify(aims)) onSave(kept)
  }
  const isOffered = JSON.stringify(offered) === JSON.stringify(aims)
  return (
    <Box component="section" aria-labelledby="aims">
      <Typography id="aims" variant="h2" sx={{ mb: 1 }}>
        Two aims
      </Typography>
      {shown.map((aim, i) => (
        <TextField
          key={i}
          fullWidth
          size="small"
          label={`Aim ${i + 1}`}
          value={aim}
          sx={{ mb: 1 }}
          slotProps={{ htmlInput: { maxLength: 160 } }}
          onChange={(e) => setTyped(shown.map((a, k) => (k === i ? e.target.value : a)))}
          onBlur={() => save(shown)}
        />
      ))}
      {offered.length > 0 && (
        <Typography variant="body2" color="text.secondary">
          Last time: {offered.join('; ')}
        </Typography>
      )}
      {offered.length > 0 && !isOffered && (
        <Button size="small" onClick={() => save(offered)}>
          Use last time’s two
        </Button>
      )}
    </Box>
  )
}
