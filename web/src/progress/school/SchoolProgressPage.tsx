import { PrintOutlined } from '@mui/icons-material'
import { Button, Link, MenuItem, TextField, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link as RouterLink } from 'react-router'
import { MOST_RECORD_DAYS, RECORD_DAYS, schoolRecordSchema, type SchoolRecord } from '@ochote/contracts'
import { faultOf, faultRate } from '@ochote/core'
import { request } from '../../api/request'
import { count, datedDay, shortDay } from '../../format/format'
import { Loaded } from '../../problem/Loaded'
import { EmptyState } from '../../shell/EmptyState'
import { Page } from '../../shell/Page'
import { stagePath } from '../../shell/stages'
import { CornerSeconds } from './CornerSeconds'
import { RecordSection } from './RecordSection'

const CHOICES = [3, RECORD_DAYS, 20, MOST_RECORD_DAYS]

/** What the logs of the latest days show over all students. */
export function SchoolProgressPage() {
  const [days, setDays] = useState(RECORD_DAYS)
  const record = useQuery({
    queryKey: ['school', 'record', days],
    queryFn: ({ signal }) => request(schoolRecordSchema, `/api/school/record?days=${days}`, { signal }),
    staleTime: 0,
  })
  return (
    <Page
      title="Progress: all students"
      actions={
        <>
          <Button className="no-print" startIcon={<PrintOutlined />} onClick={() => window.print()}>
            Print
          </Button>
          <TextField select size="small" label="From" value={days} onChange={(e) => setDays(Number(e.target.value))} sx={{ minWidth: 190 }}>
            {CHOICES.map((n) => (
              <MenuItem key={n} value={n}>
                the last {n} days driven
              </MenuItem>
            ))}
          </TextField>
        </>
      }
    >
      <Loaded query={record}>{(data) => (data.from === null ? <NothingYet /> : <Record record={data} />)}</Loaded>
    </Page>
  )
}

const NothingYet = () => (
  <EmptyState title="Nothing driven yet">What the logs show over all students appears here after the first stint.</EmptyState>
)

type Counted = Readonly<{ faults: number; laps: number }>
const inLaps = ({ faults, laps }: Counted) => `${faults} in ${count(laps, 'lap')}`
const faultName = (code: string) => faultOf(code)?.name ?? code

function Record({ record }: { record: SchoolRecord }) {
  const { from, to, days, laps, stuck, tired, hours, corners, instructors, loggedTwice, calls, names, lastDays } = record
  const nameOf = (id: string) => names[id] ?? '(name can’t be read)'
  const student = (id: string) => {
    const day = lastDays[id]
    return day === undefined ? (
      nameOf(id)
    ) : (
      <Link component={RouterLink} to={stagePath(day, 'progress', id)}>
        {nameOf(id)}
      </Link>
    )
  }
  const logged = ({ instructorId, faults }: SchoolRecord['loggedTwice'][number]['first']) =>
    `${instructorId === null ? 'a device without a name' : nameOf(instructorId)}: ${faults}`
  const onDay = ({ date, ...counted }: Counted & { date: string }) => `${shortDay(date)}: ${inLaps(counted)}`
  return (
    <>
      <Typography>
        {count(days, 'day')}, {days === 1 ? datedDay(from!) : `${datedDay(from!)} to ${datedDay(to!)}`}, {count(laps, 'lap')}. What corners
        cost is from recorded laps, the rest from the logs: what nobody looked for is not logged.
      </Typography>
      <RecordSection
        title="Who is stuck"
        says="The same fault at the same corner on a student’s last two days there, and no less often."
        heads={['Student', 'Corner', 'Fault', 'The time before', 'The last time']}
        rows={stuck.map((one) => [
          student(one.studentId),
          `${one.corner}, ${nameOf(one.circuitId)}`,
          `${faultName(one.code)}${one.isUnsafe ? ', unsafe' : ''}`,
          onDay(one.before),
          onDay(one.last),
        ])}
        empty="Nobody, as far as the logs tell."
      />
      <RecordSection
        title="More faults late in the day"
        says="More faults in the second half of a day’s laps than in the first, by more than chance, or logged as tired."
        heads={['Student', 'Day', 'First half', 'Second half', 'Why listed']}
        rows={tired.map((one) => [
          student(one.studentId),
          shortDay(one.date),
          inLaps(one.early),
          inLaps(one.late),
          [one.isMore && 'more faults late', one.timesLogged > 0 && `logged as tired ${count(one.timesLogged, 'time')}`]
            .filter(Boolean)
            .join(', '),
        ])}
        empty="Nobody, as far as the logs tell."
      />
      <RecordSection
        title="Hours of the day"
        says="Faults of all students by the hour in which their stint began. The range is what so few laps leave, with 95 % certainty."
        heads={['From', 'Laps', 'Faults', 'Faults a lap', 'Between']}
        rows={hours.map(({ hour, ...counted }) => {
          const { perLap, fromPerLap, toPerLap } = faultRate(counted.faults, counted.laps)
          return [
            `${String(hour).padStart(2, '0')}:00`,
            counted.laps,
            counted.faults,
            perLap.toFixed(1),
            `${fromPerLap.toFixed(1)} and ${toPerLap.toFixed(1)}`,
          ]
        })}
        empty="No timed laps yet."
      />
      <RecordSection
        title="Corners where several had a fault"
        says="Corners where two or more of those who drove a circuit had a fault, the first five of each circuit."
        heads={['Corner', 'Students', 'What most of them did', 'Faults', 'Unsafe']}
        rows={corners.map((one) => [
          `${one.corner}, ${nameOf(one.circuitId)}`,
          `${one.had} of ${one.drove}`,
          faultName(one.code),
          inLaps(one),
          one.unsafe === 0 ? '–' : one.unsafe,
        ])}
        empty="None yet."
      />
      <CornerSeconds key={`${from} ${to}`} from={from!} to={to!} />
      <RecordSection
        title="How instructors differ"
        says="One student on one day with two instructors, who logged differently by more than chance. They saw different stints."
        heads={['Student', 'Day', 'Logged more', 'Logged less']}
        rows={instructors.map((one) => [
          student(one.studentId),
          shortDay(one.date),
          `${nameOf(one.more.instructorId)}: ${inLaps(one.more)}`,
          `${nameOf(one.less.instructorId)}: ${inLaps(one.less)}`,
        ])}
        empty="No difference that so few laps can tell."
      />
      <RecordSection
        title="One stint, logged twice"
        says="Faults that two instructors logged in the same stint, as from the seat and from the wall, and those that both had at the same corner on the same lap."
        heads={['Student', 'Stint', 'One logged', 'The other logged', 'Both']}
        rows={loggedTwice.map((one) => [
          student(one.studentId),
          `${shortDay(one.date)}, ${one.startsAt}`,
          logged(one.first),
          logged(one.second),
          one.both,
        ])}
        empty="No stint had faults from two instructors."
      />
      <RecordSection
        title="What came of the calls"
        says="Corrections that were called, and what the laps after them showed. Nothing is known of those that nobody looked at again."
        heads={['Correction for', 'Called', 'Fixed or better', 'No change or back again', 'Not known']}
        rows={calls.map((one) => [faultName(one.code), one.called, one.worked, one.failed, one.unknown])}
        empty="No correction was called yet."
      />
    </>
  )
}
