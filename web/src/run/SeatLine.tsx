import { Box, Button, Stack, Typography } from '@mui/material'
import { Link as RouterLink } from 'react-router'
import { carBar, releaseBar, timedLaps, type StintRecord } from '@ochote/core'
import { stagePath } from '../shell/stages'
import { useGoneThrough } from '../stintLog/useGoneThrough'
import type { OpenStint } from '../stint/openStint'
import { NotReleased } from './NotReleased'
import { Target } from './Target'
import { useLineQuestion } from './useLineQuestion'

interface SeatLineProps {
  open: Pick<OpenStint, 'stint' | 'day' | 'student' | 'solution'>
  /** whether a logger times the laps */
  byLogger: boolean
  record: StintRecord
  /** whether the stint's log can be added to yet */
  ready: boolean
  onEntry: (entry: { kind: 'line' } | { kind: 'in' } | { kind: 'meeting' }) => void
}

/** The two large targets: line, and in. Before the stint, what keeps the student from being released; after it, where to go next. */
export function SeatLine({ open: { stint, day, student, solution }, byLogger, record, ready, onEntry }: SeatLineProps) {
  const { tap, question } = useLineQuestion()
  const gone = useGoneThrough(day)
  const why = releaseBar(day.meeting, student.id, record.metHere || gone.has(student.id))
  const carWhy = carBar(day, stint.carId)
  if (record.phase === 'ended') return <StintOver dayId={day.id} stintId={stint.id} record={record} />
  if (why !== null && record.phase === 'ready')
    return (
      <NotReleased why={why} dayId={day.id} meetingPath={stagePath(day.id, 'brief/meeting')} onDone={() => onEntry({ kind: 'meeting' })} />
    )
  if (carWhy !== null && record.phase === 'ready')
    return <NotReleased why={carWhy} dayId={day.id} meetingPath={stagePath(day.id, 'brief/meeting')} onDone={null} />
  const lap = record.laps.find((one) => one.timeS === null)?.number ?? record.laps.length
  const allDriven = timedLaps(record).length >= stint.plannedLaps
  // a logger ends the laps itself: the target is then a small one, for when it fails
  const small = allDriven || byLogger
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: small ? '1fr 1fr' : '3fr 1fr', gap: 0.75 }}>
      {question}
      <Target
        tone={small ? 'plain' : 'action'}
        sx={byLogger ? {} : { minHeight: { xs: 64, sm: 80 }, fontSize: '1.4rem' }}
        disabled={!ready}
        onClick={() => tap({ record, plannedS: solution.trace.lapTimeS, byLogger, take: () => onEntry({ kind: 'line' }) })}
      >
        {record.laps.length > 0 ? (allDriven ? 'Line: one more lap' : `Line: lap ${lap} ends`) : 'Line: lap 1 starts'}
      </Target>
      <Target tone={allDriven ? 'action' : 'plain'} disabled={record.phase !== 'running'} onClick={() => onEntry({ kind: 'in' })}>
        In
      </Target>
    </Box>
  )
}

function StintOver({ dayId, stintId, record }: { dayId: string; stintId: string; record: StintRecord }) {
  const unwritten = record.incidents.filter((i) => i.report === null).length
  return (
    <Stack direction="row" sx={{ gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
      <Typography variant="h2">The stint is over.</Typography>
      <Button variant="contained" size="large" component={RouterLink} to={stagePath(dayId, 'debrief', stintId)}>
        Debrief
      </Button>
      {unwritten > 0 && (
        <Typography color="error">
          {unwritten === 1 ? 'One incident report is' : `${unwritten} incident reports are`} still to write, below.
        </Typography>
      )}
    </Stack>
  )
}
