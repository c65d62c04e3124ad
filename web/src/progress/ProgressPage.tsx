import { Button, MenuItem, TextField } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { Link as RouterLink, useNavigate, useParams } from 'react-router'
import { lazy, Suspense, useMemo } from 'react'
import type { DayView, StudentView } from '@ochote/contracts'
import { dayQuery, studentQuery } from '../api/queries'
import { shortDay } from '../format/format'
import { nextStint } from '../stint/phase'
import { Loaded } from '../problem/Loaded'
import { EmptyState } from '../shell/EmptyState'
import { useOpens } from '../shell/openStudent'
import { Page } from '../shell/Page'
import { useDayLogs } from '../stintLog/useDayLogs'
import { stagePath } from '../shell/stages'
import { useStintLogs } from '../stintLog/useStintLogs'
import { StudentProgress } from './StudentProgress'

const RecordedLaps = lazy(async () => ({ default: (await import('../recordings/RecordedLaps')).RecordedLaps }))

const Skills = lazy(async () => ({ default: (await import('./skills/Skills')).Skills }))

/** The Progress stage: one student's corners over the days. */
export function ProgressPage() {
  const { dayId = '', studentId } = useParams()
  const day = useQuery(dayQuery(dayId))
  return <Loaded query={day}>{(data) => <ProgressOf day={data} studentId={studentId} />}</Loaded>
}

function ProgressOf({ day, studentId }: { day: DayView; studentId: string | undefined }) {
  const navigate = useNavigate()
  const { stints } = useDayLogs(day)
  const students = day.people.filter((p) => p.role === 'student')
  // the likeliest choice: the student who drove last
  const likely = [...stints].reverse().find((s) => s.log.length > 0)?.stint.studentId ?? nextStint(stints)?.stint.studentId
  const student = students.find((p) => p.id === (studentId ?? likely)) ?? (studentId ? undefined : students[0])
  const own = stints.filter((s) => s.stint.studentId === student?.id)
  useOpens(day.id, student?.id ?? null, (nextStint(own) ?? own.at(-1))?.stint.id ?? null)
  const choice = (
    <TextField
      select
      size="small"
      hiddenLabel
      value={student?.id ?? ''}
      slotProps={{ select: { 'aria-label': 'Student' } }}
      sx={{ minWidth: 220 }}
      onChange={(e) => void navigate(stagePath(day.id, 'progress', e.target.value))}
    >
      {students.map((p) => (
        <MenuItem key={p.id} value={p.id}>
          {p.name}
        </MenuItem>
      ))}
    </TextField>
  )
  return (
    <Page
      title={student ? `Progress: ${student.name}` : 'Progress'}
      caution
      actions={
        <>
          <Button component={RouterLink} to="/progress">
            All students
          </Button>
          {choice}
        </>
      }
    >
      {student ? (
        <Student key={student.id} studentId={student.id} />
      ) : (
        <EmptyState title="There is no such student">Choose one above.</EmptyState>
      )}
    </Page>
  )
}

function Student({ studentId }: { studentId: string }) {
  const query = useQuery(studentQuery(studentId))
  return <Loaded query={query}>{(student) => <RecordOf student={student} />}</Loaded>
}

function RecordOf({ student }: { student: StudentView }) {
  const studentId = student.person.id
  const ids = useMemo(() => student.days.flatMap(({ stints }) => stints.map(({ stint }) => stint.id)), [student])
  const { logOf } = useStintLogs(ids)
  return (
    <>
      <StudentProgress student={student} />
      <Suspense>
        {student.days.length > 0 && <Skills student={student} logOf={logOf} />}
        <RecordedLaps of={{ studentId }} places={placesOf(student)} empty="None yet. A file of the student’s own can be added here too." />
      </Suspense>
    </>
  )
}

const placesOf = ({ days }: StudentView) =>
  days.flatMap((day) =>
    day.stints.map(({ stint }) => ({ stintId: stint.id, dayId: day.id, says: `${shortDay(day.date)}, ${stint.startsAt}` })),
  )
