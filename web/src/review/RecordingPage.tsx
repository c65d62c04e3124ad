import { Box, Button, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material'
import { useQueries, useQuery } from '@tanstack/react-query'
import { useParams } from 'react-router'
import type { StoredRecording } from '@ochote/contracts'
import { dayQuery, daysQuery, recordingQuery } from '../api/queries'
import { lapTime, longDay } from '../format/format'
import { Loaded } from '../problem/Loaded'
import { ProblemNotice } from '../problem/ProblemNotice'
import { lapWords, reportWords, sizeOf } from '../recordings/recordingWords'
import { StintOfRecording } from '../recordings/StintOfRecording'
import { useReadAgain } from '../recordings/useReadAgain'
import { EmptyState } from '../shell/EmptyState'
import { Page } from '../shell/Page'

/** A recording that is with no stint: what it has, its laps, and the way to a plan to compare it with. */
export function RecordingPage() {
  const { recordingId = '' } = useParams()
  const recording = useQuery(recordingQuery(recordingId))
  return <Loaded query={recording}>{(data) => <OpenRecording recording={data} />}</Loaded>
}

function OpenRecording({ recording }: { recording: StoredRecording }) {
  const { overview, fileName, circuitId } = recording
  const again = useReadAgain(recording.id)
  const days = useQuery(daysQuery)
  const onCircuit = (days.data ?? []).filter((day) => day.circuitId === circuitId)
  const views = useQueries({ queries: onCircuit.map((day) => dayQuery(day.id)) })
  const places = views.flatMap(({ data: day }) =>
    (day?.stints ?? []).map(({ stint }) => ({
      stintId: stint.id,
      dayId: stint.dayId,
      says: `${day!.people.find(({ id }) => id === stint.studentId)?.name ?? 'a student'}, ${longDay(day!.date)}, ${stint.startsAt}`,
    })),
  )
  return (
    <Page title={fileName}>
      {again.error && <ProblemNotice error={again.error} />}
      <Box sx={{ maxWidth: '72ch' }}>
        {[...reportWords(overview), `${sizeOf(recording)}.`].map((line) => (
          <Typography key={line}>{line}</Typography>
        ))}
      </Box>
      {circuitId === null ? (
        <EmptyState
          title="No circuit on the shelf matches it"
          action={
            <Button variant="contained" disabled={again.isPending} onClick={() => again.mutate()}>
              {again.isPending ? 'Reading it again…' : 'Read it again'}
            </Button>
          }
        >
          Add the circuit under Shelf, then read the recording again.
        </EmptyState>
      ) : (
        <Box>
          <Typography variant="h2" sx={{ mb: 0.5 }}>
            Compare it with a plan
          </Typography>
          <Typography sx={{ mb: 1 }}>Choose its stint to see its laps against the plan of that stint.</Typography>
          <StintOfRecording recording={recording} places={places} />
        </Box>
      )}
      {overview.laps.length > 0 && (
        <Table size="small" aria-label="Laps" sx={{ maxWidth: 520 }}>
          <TableHead>
            <TableRow>
              <TableCell>Lap</TableCell>
              <TableCell>Time</TableCell>
              <TableCell>What is special</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {overview.laps.map((lap) => (
              <TableRow key={lap.lap}>
                <TableCell>{lap.lap}</TableCell>
                <TableCell>{lap.complete ? lapTime(lap.timeS) : '–'}</TableCell>
                <TableCell>{lapWords(lap)}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      )}
    </Page>
  )
}
