import { TableViewOutlined } from '@mui/icons-material'
import { Box, Button, Stack, TextField, Typography } from '@mui/material'
import { useMemo, useState, type ReactNode } from 'react'
import { Link as RouterLink } from 'react-router'
import type { DebriefDraft } from '@ochote/contracts'
import { correctionsOf, followedCorrections, stintRecord, timedLaps } from '@ochote/core'
import { count, longDay } from '../format/format'
import { PdfButton } from '../pdf/PdfButton'
import { saveFile } from '../pdf/saveFile'
import { ProblemNotice } from '../problem/ProblemNotice'
import { StageFrame } from '../ribbon/StageFrame'
import { useCornerChoice } from '../ribbon/useCornerChoice'
import { EmptyState } from '../shell/EmptyState'
import { stagePath } from '../shell/stages'
import { logNotes } from '../stint/logNotes'
import { FollowedList } from '../stint/FollowedList'
import type { OpenStint } from '../stint/openStint'
import { useSaveDebrief } from '../stint/useSaveStint'
import { Corrections } from './Corrections'
import { debriefCsv } from './debriefCsv'
import { FaultGrid } from './FaultGrid'
import { GoodThings } from './GoodThings'
import { LapTimes } from './LapTimes'
import { candidatesFor, goodFrom, suggestedDebrief } from './suggest'
import { WorkOnThings } from './WorkOnThings'

/** One stint told back: laps, faults, what was corrected, what was good, the two things, a sentence. */
export function Debriefing({ open, choice }: { open: OpenStint; choice: ReactNode }) {
  const { file, solution, cones, scheme, student, day, vehicle, instructor } = open
  const record = useMemo(() => stintRecord(file.log), [file.log])
  const corrections = useMemo(() => correctionsOf(record), [record])
  const followed = useMemo(() => followedCorrections(record), [record])
  const [corner, chooseCorner] = useCornerChoice(solution)
  const save = useSaveDebrief(file)
  const [changed, setChanged] = useState<DebriefDraft | null>(null)
  const suggested = useMemo(() => suggestedDebrief(open, record), [open, record])
  const draft: DebriefDraft = changed ?? file.debrief ?? suggested
  const change = (part: Partial<DebriefDraft>) => setChanged({ ...draft, ...part })
  const store = () =>
    save.mutate(
      { good: draft.good.filter((g) => g.trim() !== ''), workOn: draft.workOn, sentence: draft.sentence },
      { onSuccess: () => setChanged(null) },
    )
  const driven = timedLaps(record).length > 0
  return (
    <StageFrame ribbon={{ solution, cones, scheme, corner, onCorner: chooseCorner, notes: logNotes(solution, record), compact: true }}>
      <Stack direction="row" sx={{ gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
        <Typography variant="h1">Debrief: {student.name}</Typography>
        {choice}
        <Box sx={{ flex: 1 }} />
        {driven && (
          <>
            <Typography variant="body2" role="status" color="text.secondary">
              {changed ? 'Changed, not saved' : file.debrief ? 'Saved' : 'Suggested from the log, not saved yet'}
            </Typography>
            <Button
              startIcon={<TableViewOutlined />}
              onClick={() => saveFile(debriefCsv(open, record, corrections), `Debrief ${student.name}.csv`)}
            >
              CSV
            </Button>
            <PdfButton
              name={`Debrief ${student.name}.pdf`}
              make={async () => (await import('../pdf/debriefPdf')).debriefPdf(open, draft)}
            />
            <Button variant="contained" disabled={(changed === null && file.debrief !== null) || save.isPending} onClick={store}>
              Save debrief
            </Button>
          </>
        )}
      </Stack>
      <Typography color="text.secondary" sx={{ mt: -1 }}>
        {longDay(day.date)}, {file.stint.startsAt} · {count(timedLaps(record).length, 'lap')} in {vehicle.vehicle.name} with{' '}
        {instructor.name}
      </Typography>
      {save.error && <ProblemNotice error={save.error} onRetry={store} />}
      {driven ? (
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: 'minmax(0,1fr)', md: 'minmax(0,6fr) minmax(0,7fr)' },
            columnGap: 4,
            rowGap: 3,
          }}
        >
          <Stack sx={{ gap: 2.5 }}>
            <GoodThings good={draft.good} offered={goodFrom(record)} onChange={(good) => change({ good })} />
            <WorkOnThings chosen={draft.workOn} candidates={candidatesFor(open, record)} onChange={(workOn) => change({ workOn })} />
            <TextField
              label="In your own words"
              multiline
              minRows={2}
              value={draft.sentence}
              onChange={(e) => change({ sentence: e.target.value })}
              slotProps={{ htmlInput: { maxLength: 400 } }}
            />
          </Stack>
          <Stack sx={{ gap: 2.5 }}>
            <LapTimes record={record} plannedLapS={solution.trace.lapTimeS} />
            <FaultGrid record={record} corners={solution.corners.map((c) => c.number)} corner={corner} onCorner={chooseCorner} />
            <Corrections corrections={corrections} />
            <FollowedList followed={followed} />
          </Stack>
        </Box>
      ) : (
        <EmptyState
          title="Nothing is driven yet"
          action={
            <Button variant="contained" component={RouterLink} to={stagePath(day.id, 'run', file.stint.id)}>
              Take the seat
            </Button>
          }
        >
          Lap times and what was logged appear here as soon as there is a lap.
        </EmptyState>
      )}
    </StageFrame>
  )
}
