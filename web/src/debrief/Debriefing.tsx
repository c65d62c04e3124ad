import { TableViewOutlined } from '@mui/icons-material'
import { Box, Button, Link, Stack, TextField, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useMemo, type ReactNode } from 'react'
import { Link as RouterLink } from 'react-router'
import type { Debrief, DebriefDraft } from '@ochote/contracts'
import { followUps, stintRecord, timedLaps } from '@ochote/core'
import { count, longDay } from '../format/format'
import { PdfButton } from '../pdf/PdfButton'
import { saveFile } from '../device/saveFile'
import { ConflictDialog } from '../problem/ConflictDialog'
import { ProblemNotice } from '../problem/ProblemNotice'
import { StageFrame } from '../ribbon/StageFrame'
import { useCornerChoice } from '../ribbon/useCornerChoice'
import { EmptyState } from '../shell/EmptyState'
import { stagePath } from '../shell/stages'
import { logNotes } from '../stint/logNotes'
import { FollowUpList } from '../stint/FollowUpList'
import type { OpenStint } from '../stint/openStint'
import { UnreadableEntries } from '../stintLog/UnreadableEntries'
import { useStintLog } from '../stintLog/useStintLogs'
import { HomeworkList } from '../homework/HomeworkList'
import { homeworkQuery } from '../homework/useHomework'
import { SaveState } from '../autosave/SaveState'
import { useDebrief } from './useDebrief'
import { debriefCsv } from './debriefCsv'
import { FaultGrid } from './FaultGrid'
import { GoodThings } from './GoodThings'
import { LapTimes } from './LapTimes'
import { studentsNamed } from '../takeHome/othersNamed'
import { candidatesFor, goodFrom, suggestedDebrief } from './suggest'
import type { RecordedDebrief, RecordedState } from './useRecordedWork'
import { useStudentFile } from './useStudentFile'
import { StintOver } from './StintOver'
import { WorkOnThings } from './WorkOnThings'

export interface DebriefingProps {
  open: OpenStint
  /** what is stored; null before the first save */
  stored: Debrief | null
  choice: ReactNode
  /** what the stint's recorded laps give */
  recorded: RecordedState
}

/** A stint's debrief: laps, faults, corrections, what was good, the two things to work on, and a sentence. */
export function Debriefing({ open, stored, choice, recorded }: DebriefingProps) {
  const { stint, solution, cones, scheme, student, day, car, instructor } = open
  const { entries, unreadable, add } = useStintLog(stint.id)
  const record = useMemo(() => stintRecord(entries), [entries])
  const followed = useMemo(() => followUps(record), [record])
  const [corner, chooseCorner] = useCornerChoice(solution)
  const found = recorded.state === 'read' ? recorded.found : null
  const suggested = useMemo(() => suggestedDebrief(open, record, found), [open, record, found])
  const state = useDebrief(stint, stored, suggested)
  const { draft } = state
  const change = (part: Partial<DebriefDraft>, of?: string) => state.change({ ...draft, ...part }, of)
  const driven = timedLaps(record).length > 0
  const pictures = picturesOf(draft, found)
  const notes = found?.notes ?? []
  const given = useQuery(homeworkQuery(student.id))
  const homework = (given.data ?? []).filter(({ doneOn }) => doneOn === null).map(({ text }) => text)
  const named = studentsNamed(draft, notes, day.people, student.id, homework)
  const ownPage = useStudentFile({
    disabled: named.length > 0 || given.isPending,
    file: { open, record, draft, followed, pictures, notes, homework },
    recordingId: found?.recordingId ?? null,
  })
  return (
    <StageFrame ribbon={{ solution, cones, scheme, corner, onCorner: chooseCorner, notes: logNotes(solution, record), compact: true }}>
      <Stack direction="row" sx={{ gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
        <Typography variant="h1">Debrief: {student.name}</Typography>
        {choice}
        <UnreadableEntries unreadable={unreadable} />
        <Box sx={{ flex: 1 }} />
        {driven && (
          <>
            <SaveState state={state} before="Suggested, not saved" />
            {state.version === 0 && state.saving === 'saved' && (
              <Button variant="contained" onClick={state.keep}>
                Keep as suggested
              </Button>
            )}
          </>
        )}
      </Stack>
      <Stack direction="row" sx={{ mt: -1, columnGap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
        <Typography color="text.secondary" sx={{ flex: { xs: '1 1 100%', md: 1 } }}>
          {longDay(day.date)}, {stint.startsAt} · {count(timedLaps(record).length, 'lap')} in {car.name} with {instructor.name} ·{' '}
          <Link component={RouterLink} to={stagePath(day.id, 'review', stint.id)}>
            Recorded laps
          </Link>
          {recorded.state === 'reading' && ', still being read'}
          {found && found.laps > 0 && `: ${count(found.laps, 'lap')} compared with the plan`} ·{' '}
          <Link component={RouterLink} to={stagePath(day.id, 'group')}>
            The group
          </Link>
        </Typography>
        {driven && (
          <>
            <Button
              startIcon={<TableViewOutlined />}
              onClick={() => saveFile(debriefCsv(open, record, followed, found?.findings ?? []), `Debrief ${student.name}.csv`)}
            >
              CSV
            </Button>
            <PdfButton
              disabled={named.length > 0}
              name={`Debrief ${student.name}.pdf`}
              make={async () => (await import('../pdf/debriefPdf')).debriefPdf(open, record, draft, pictures)}
            />
            {ownPage.button}
          </>
        )}
      </Stack>
      <StintOver open={open} entries={entries} record={record} add={add} />
      {state.error && <ProblemNotice error={state.error} onRetry={state.version === 0 ? state.keep : state.retry} />}
      {ownPage.notice}
      {named.length > 0 && (
        <Typography role="alert" color="error">
          This debrief, its notes or the homework name {named.join(' and ')}. What a student takes home must not name other students, so the
          PDF and the student’s page can’t be made until that is changed.
        </Typography>
      )}
      {recorded.state === 'failed' && <ProblemNotice error={recorded.error} onRetry={recorded.retry} />}
      <ConflictDialog what="debrief" conflict={state.conflict} />
      {driven ? (
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: 'minmax(0,1fr)', md: 'minmax(0,6fr) minmax(0,7fr)' },
            gridTemplateRows: { md: 'auto 1fr' },
            columnGap: 4,
            rowGap: 3,
          }}
        >
          <GoodThings good={draft.good} offered={goodFrom(record, found)} onChange={(good, of) => change({ good }, of)} />
          {/* under each other on a phone; beside both others on a screen that is wide enough */}
          <Box sx={{ gridColumn: { md: 2 }, gridRow: { md: '1 / span 2' } }}>
            <WorkOnThings
              chosen={draft.workOn}
              candidates={candidatesFor(open, record, found)}
              pictureOf={found?.pictureOf ?? none}
              onChange={(workOn, of) => change({ workOn }, of)}
            />
          </Box>
          <Stack sx={{ gap: 2.5 }}>
            <TextField
              label="In your own words"
              multiline
              minRows={2}
              value={draft.sentence}
              onChange={(e) => change({ sentence: e.target.value }, 'sentence')}
              slotProps={{ htmlInput: { maxLength: 400 } }}
            />
            <HomeworkList studentId={student.id} />
          </Stack>
          <Stack sx={{ gap: 2.5 }}>
            <LapTimes record={record} plannedLapS={solution.trace.lapTimeS} />
            <FaultGrid record={record} corners={solution.corners.map((c) => c.number)} corner={corner} onCorner={chooseCorner} />
          </Stack>
          <FollowUpList title="Corrections, and what came of them" followUps={followed} />
        </Box>
      ) : (
        <EmptyState
          title="Nothing driven yet"
          action={
            <Button variant="contained" component={RouterLink} to={stagePath(day.id, 'run', stint.id)}>
              Take the seat
            </Button>
          }
        >
          Lap times and logged faults appear here after the first lap.
        </EmptyState>
      )}
    </StageFrame>
  )
}

const none = () => null

/** The pictures of what was chosen, in its order; null where there is none. */
const picturesOf = ({ workOn }: DebriefDraft, found: RecordedDebrief | null) =>
  workOn.map(({ corner, code }) => found?.pictureOf(corner, code) ?? null)
