import { MenuItem, TextField } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useNavigate, useParams } from 'react-router'
import { dayQuery, studentQuery } from '../api/queries'
import { nextStint } from '../stint/phase'
import { Loaded } from '../problem/Loaded'
import { EmptyState } from '../shell/EmptyState'
import { Page } from '../shell/Page'
import { stagePath } from '../shell/stages'
import { StudentProgress } from './StudentProgress'

/** The Progress stage: one student's corners over the days. */
export function ProgressPage() {
  const { dayId = '', studentId } = useParams()
  const navigate = useNavigate()
  const day = useQuery(dayQuery(dayId))
  return (
    <Loaded query={day}>
      {(data) => {
        const students = data.people.filter((p) => p.role === 'student')
        // whoever has driven most lately is the likeliest to be asked for
        const usual = [...data.stints].reverse().find((s) => s.log.length > 0)?.stint.studentId ?? nextStint(data)?.stint.studentId
        const student = students.find((p) => p.id === (studentId ?? usual)) ?? (studentId ? undefined : students[0])
        const choice = (
          <TextField
            select
            size="small"
            hiddenLabel
            value={student?.id ?? ''}
            slotProps={{ select: { 'aria-label': 'Which student' } }}
            sx={{ minWidth: 220 }}
            onChange={(e) => void navigate(stagePath(dayId, 'progress', e.target.value))}
          >
            {students.map((p) => (
              <MenuItem key={p.id} value={p.id}>
                {p.name}
              </MenuItem>
            ))}
          </TextField>
        )
        return (
          <Page title={student ? `Progress: ${student.name}` : 'Progress'} actions={choice}>
            {student ? (
              <Student key={student.id} studentId={student.id} />
            ) : (
              <EmptyState title="There is no such student">Choose one above.</EmptyState>
            )}
          </Page>
        )
      }}
    </Loaded>
  )
}

function Student({ studentId }: { studentId: string }) {
  const query = useQuery(studentQuery(studentId))
  return <Loaded query={query}>{(file) => <StudentProgress file={file} />}</Loaded>
}
