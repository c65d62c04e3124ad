import { Box, Button, LinearProgress, Typography } from '@mui/material'
import { useState } from 'react'
import { errorWords } from '../api/errorWords'
import { ColumnsDialog } from './ColumnsDialog'
import { overviewWords } from './recordingWords'
import type { Upload } from './useUploads'

interface UploadRowProps {
  upload: Upload
  /** whose stint a recording was put with, such as "Ada Finch, 09:20"; null where with none */
  placeOf: (stintId: string) => string | null
  onStop: () => void
  onForget: () => void
  onAgain: (file: File) => void
}

/** What came of a file that was dropped. */
export function UploadRow({ upload: { file, state }, placeOf, onStop, onForget, onAgain }: UploadRowProps) {
  const [isNaming, setNaming] = useState(false)
  const isOver = state.is === 'taken' || state.is === 'refused' || state.is === 'stopped'
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 1.5, py: 0.25 }}>
      <Typography sx={{ fontWeight: 650, overflowWrap: 'anywhere' }}>{file.name}</Typography>
      <Typography variant="body2" role="status" color={state.is === 'refused' ? 'error' : 'text.secondary'} sx={{ flex: 1, minWidth: 220 }}>
        {wordsOf(state, placeOf)}
      </Typography>
      {state.is === 'sending' && (
        <LinearProgress variant="determinate" value={100 * state.share} sx={{ width: 120 }} aria-label={`${file.name} sent`} />
      )}
      {state.is === 'reading' && <LinearProgress sx={{ width: 120 }} aria-label={`Reading ${file.name}`} />}
      {state.is === 'refused' && !/\.gpx$/i.test(file.name) && (
        <Button size="small" onClick={() => setNaming(true)}>
          Say what the columns are
        </Button>
      )}
      <Button size="small" onClick={isOver ? onForget : onStop}>
        {isOver ? 'Close' : 'Stop'}
      </Button>
      {isNaming && (
        <ColumnsDialog
          source={file}
          onClose={(isSaved) => {
            setNaming(false)
            if (isSaved) onAgain(file)
          }}
        />
      )}
    </Box>
  )
}

function wordsOf(state: Upload['state'], placeOf: UploadRowProps['placeOf']): string {
  switch (state.is) {
    case 'waiting':
      return 'Waiting for the file before it'
    case 'sending':
      return `${Math.round(100 * state.share)} % sent`
    case 'reading':
      return 'Reading…'
    case 'stopped':
      return 'Stopped. Nothing of it was stored.'
    case 'refused':
      return errorWords(state.error)
    case 'taken': {
      const { recording, isNew } = state.taken
      const place = recording.stintId === null ? null : placeOf(recording.stintId)
      if (!isNew) return `Already here${place ? `, with ${place}` : ''}.`
      const why = recording.guessed === '' ? '' : ` ${recording.guessed}`
      return `${overviewWords(recording.overview)}.${place ? ` Put with ${place}.` : ''}${why}`
    }
  }
}
