import { Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from '@mui/material'
import { useState } from 'react'
import type { Person } from '@ochote/contracts'
import { useSavePerson } from '../api/useSavePerson'
import { ConflictDialog } from '../problem/ConflictDialog'
import { ProblemNotice } from '../problem/ProblemNotice'
import { wordsPerSecond } from './wordsPerSecond'

interface SpeechRateProps {
  instructor: Person
  /** to be read aloud, as it would be in the car */
  words: string
  onClose: () => void
}

/** How fast someone speaks, measured by reading calls aloud against a timer. */
export function SpeechRate({ instructor, words, onClose }: SpeechRateProps) {
  const [startedMs, setStartedMs] = useState<number | null>(null)
  const [rate, setRate] = useState<number | null>(null)
  const save = useSavePerson(instructor, onClose)
  const stop = () => {
    setRate(wordsPerSecond(words, (performance.now() - startedMs!) / 1000))
    setStartedMs(null)
  }
  const usable = rate !== null && rate >= 0.8 && rate <= 8
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="rate-title">
      <DialogTitle id="rate-title">How fast {instructor.name} speaks</DialogTitle>
      <DialogContent sx={{ display: 'flex', flexDirection: 'column', gap: 2 }}>
        {save.error && <ProblemNotice error={save.error} />}
        <ConflictDialog what="person" conflict={save.conflict} />
        <Typography>Press Start, read this aloud as you would in the car, then press Stop:</Typography>
        <Typography sx={{ fontSize: '1.4rem', fontWeight: 650 }}>{words}</Typography>
        <Typography role="status">
          {startedMs !== null
            ? 'Reading…'
            : rate === null
              ? ' '
              : usable
                ? `${rate.toFixed(1)} words a second`
                : `${rate.toFixed(1)} words a second is not possible: expected 0.8 to 8. Read it again.`}
        </Typography>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        {startedMs === null ? (
          <Button onClick={() => setStartedMs(performance.now())}>{rate === null ? 'Start' : 'Again'}</Button>
        ) : (
          <Button onClick={stop}>Stop</Button>
        )}
        <Button
          variant="contained"
          disabled={!usable || startedMs !== null}
          onClick={() => save.save({ wordsPerSecond: Math.round(rate! * 100) / 100 })}
        >
          Save
        </Button>
      </DialogActions>
    </Dialog>
  )
}
