import { Box, Link, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material'
import { Link as RouterLink } from 'react-router'
import type { DayView, Stint } from '@ochote/contracts'
import { bestLap, stintRecord, timedLaps } from '@ochote/core'
import { lapTime } from '../format/format'
import { ProblemNotice } from '../problem/ProblemNotice'
import { RowActions } from '../records/RowActions'
import { useArchive } from '../records/useArchive'
import { stagePath } from '../shell/stages'
import type { LoggedStint } from '../stintLog/useDayLogs'
import { archivableStint } from './ArchivedInDay'
import { carName, personName, planName } from './names'

const phases = { ready: 'to come', running: 'on track', ended: 'driven' } as const

interface StintsTableProps {
  day: DayView
  stints: readonly LoggedStint[]
  nextId: string | null
  onChange: (stint: Stint) => void
}

/** Every stint of the day, with its state and best lap. */
export function StintsTable({ day, stints, nextId, onChange }: StintsTableProps) {
  const { archive, error } = useArchive()
  return (
    <Box component="section" aria-labelledby="stints" sx={{ overflowX: 'auto' }}>
      <Typography id="stints" variant="h2" sx={{ mb: 0.5 }}>
        The day
      </Typography>
      {error && <ProblemNotice error={error} />}
      <Table size="small">
        <TableHead>
          <TableRow>
            {['Starts', 'Student', 'Car', 'Instructor', 'Plan', 'State', 'Laps', 'Best', ''].map((head) => (
              <TableCell key={head}>{head}</TableCell>
            ))}
          </TableRow>
        </TableHead>
        <TableBody>
          {stints.map(({ stint, log }) => {
            const record = stintRecord(log)
            const best = bestLap(record)
            return (
              <TableRow key={stint.id} selected={stint.id === nextId}>
                <TableCell>{stint.startsAt}</TableCell>
                <TableCell>
                  <Link component={RouterLink} to={stagePath(day.id, record.phase === 'ended' ? 'debrief' : 'run', stint.id)}>
                    {personName(day, stint.studentId)}
                  </Link>
                </TableCell>
                <TableCell>{carName(day, stint.carId)}</TableCell>
                <TableCell>{personName(day, stint.instructorId)}</TableCell>
                <TableCell>
                  <Link component={RouterLink} to={stagePath(day.id, 'plan', stint.planId)}>
                    {planName(day, stint.planId)}
                  </Link>
                </TableCell>
                <TableCell>{phases[record.phase]}</TableCell>
                <TableCell>
                  {timedLaps(record).length} of {stint.plannedLaps}
                </TableCell>
                <TableCell>{best?.timeS ? lapTime(best.timeS) : '–'}</TableCell>
                <RowActions
                  name={`${personName(day, stint.studentId)}’s stint at ${stint.startsAt}`}
                  onChange={() => onChange(stint)}
                  {...(record.phase === 'ready' && stint.planVersionId === null
                    ? { onArchive: () => archive(archivableStint(stint.id, stint.startsAt, personName(day, stint.studentId))) }
                    : {})}
                />
              </TableRow>
            )
          })}
        </TableBody>
      </Table>
    </Box>
  )
}
