import { Button, Link, TableCell, TableRow } from '@mui/material'
import { useState } from 'react'
import { Link as RouterLink } from 'react-router'
import type { StoredRecording } from '@ochote/contracts'
import { clock, shortDay } from '../format/format'
import { ProblemNotice } from '../problem/ProblemNotice'
import { RowActions } from '../records/RowActions'
import { useArchive } from '../records/useArchive'
import { RecordingReport } from './RecordingReport'
import { overviewWords } from './recordingWords'
import { StintOfRecording, type StintPlace } from './StintOfRecording'

/** One recording in a list: what it is, whose it is, and the way into it. */
export function RecordingRow({ recording, places }: { recording: StoredRecording; places: readonly StintPlace[] }) {
  const { archive, error } = useArchive()
  const [isOpen, setOpen] = useState(false)
  const place = places.find(({ stintId }) => stintId === recording.stintId)
  const at = recording.startedAt === null ? 'no date' : `${shortDay(recording.startedAt.slice(0, 10))}, ${clock(recording.startedAt)}`
  return (
    <TableRow>
      <TableCell sx={{ maxWidth: 260, overflowWrap: 'anywhere' }}>
        <Link
          component={RouterLink}
          to={place ? `/days/${place.dayId}/review/${place.stintId}` : `/recordings/${recording.id}`}
          sx={{ fontWeight: 700 }}
        >
          {recording.fileName}
        </Link>
        {recording.source === 'logger' && ' (streamed)'}
        {error && <ProblemNotice error={error} />}
      </TableCell>
      <TableCell sx={{ whiteSpace: 'nowrap' }}>{at}</TableCell>
      <TableCell>
        {overviewWords(recording.overview)}{' '}
        <Button size="small" onClick={() => setOpen(true)} aria-label={`What was read of ${recording.fileName}`}>
          What was read
        </Button>
        {isOpen && <RecordingReport recording={recording} onClose={() => setOpen(false)} />}
      </TableCell>
      <TableCell>
        <StintOfRecording recording={recording} places={places} />
      </TableCell>
      <RowActions
        name={recording.fileName}
        onArchive={() => archive({ path: `/api/recordings/${recording.id}`, name: recording.fileName, queryKeys: [['recordings']] })}
      />
    </TableRow>
  )
}
