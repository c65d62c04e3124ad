import { CalendarMonthOutlined, PrintOutlined, TableViewOutlined } from '@mui/icons-material'
import { Box, Button, MenuItem, Stack, Table, TableBody, TableCell, TableHead, TableRow, TextField, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link as RouterLink, useParams } from 'react-router'
import type { DayView, StoredTimetable } from '@ochote/contracts'
import { dayQuery, schoolQuery } from '../../api/queries'
import { saveFile } from '../../device/saveFile'
import { longDay } from '../../format/format'
import { PdfButton } from '../../pdf/PdfButton'
import { Loaded } from '../../problem/Loaded'
import { EmptyState } from '../../shell/EmptyState'
import { Page } from '../../shell/Page'
import { useNames } from '../names'
import { sheetCsv, sheetsOf, type Sheet, type SheetKind } from './sheetRows'
import { timetableQuery } from '../timetableQuery'

const kinds: Readonly<Record<SheetKind, string>> = {
  student: 'A sheet for each student',
  instructor: 'A sheet for each instructor',
  vehicle: 'A sheet for each car',
  wall: 'One for the wall',
}
const EVERYBODY = ''

/** Day sheets as everybody was told: on screen, on paper, as a table and in calendars. */
export function SheetsPage() {
  const { dayId = '' } = useParams()
  const day = useQuery(dayQuery(dayId))
  const timetable = useQuery(timetableQuery(dayId))
  return <Loaded query={day}>{(data) => <Loaded query={timetable}>{(stored) => <Sheets day={data} stored={stored} />}</Loaded>}</Loaded>
}

function Sheets({ day, stored }: { day: DayView; stored: StoredTimetable }) {
  const names = useNames(day)
  const school = useQuery(schoolQuery).data
  const [kind, setKind] = useState<SheetKind>('student')
  const [who, setWho] = useState(EVERYBODY)
  const all = sheetsOf(stored, names, kind)
  const shown = all.filter((sheet) => who === EVERYBODY || sheet.id === who)
  const timeZone = school?.timeZone ?? Intl.DateTimeFormat().resolvedOptions().timeZone
  const calendar = async (sheet: Sheet) => {
    const { sheetCalendar } = await import('./sheetCalendar')
    const text = sheetCalendar({ name: day.name, date: day.date, circuit: day.circuit.name, timeZone }, sheet)
    saveFile(new Blob([text], { type: 'text/calendar' }), `${sheet.title}.ics`)
  }
  return (
    <Page
      title="Day sheets"
      actions={
        <Stack direction="row" className="no-print" sx={{ gap: 1, flexWrap: 'wrap' }}>
          <Button component={RouterLink} to={`/days/${day.id}/timetable`}>
            Timetable
          </Button>
          <Button component={RouterLink} to={`/days/${day.id}/timetable/screen`}>
            Large screen
          </Button>
          <Button startIcon={<PrintOutlined />} onClick={() => window.print()}>
            Print
          </Button>
          <PdfButton name={`${day.name}, ${kind}.pdf`} make={async () => (await import('../../pdf/sheetsPdf')).sheetsPdf(day, shown)} />
        </Stack>
      }
    >
      <Typography color="text.secondary" sx={{ mt: -2 }}>
        {longDay(day.date)} · {day.circuit.name} · times are in {timeZone}
      </Typography>
      {stored.told.length === 0 ? (
        <EmptyState
          title="Nothing is told yet"
          action={
            <Button variant="contained" component={RouterLink} to={`/days/${day.id}/timetable`}>
              Make the timetable
            </Button>
          }
        >
          A sheet shows what people have been told. Make a timetable and tell everybody.
        </EmptyState>
      ) : (
        <>
          <Stack direction="row" className="no-print" sx={{ gap: 1.5, flexWrap: 'wrap' }}>
            <TextField
              select
              size="small"
              label="Sheets"
              value={kind}
              onChange={(e) => {
                setKind((Object.keys(kinds) as SheetKind[]).find((one) => one === e.target.value) ?? kind)
                setWho(EVERYBODY)
              }}
              sx={{ minWidth: 230 }}
            >
              {(Object.keys(kinds) as SheetKind[]).map((one) => (
                <MenuItem key={one} value={one}>
                  {kinds[one]}
                </MenuItem>
              ))}
            </TextField>
            {kind !== 'wall' && (
              <TextField
                select
                size="small"
                label="For"
                value={who}
                slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
                onChange={(e) => setWho(e.target.value)}
                sx={{ minWidth: 200 }}
              >
                <MenuItem value={EVERYBODY}>everybody</MenuItem>
                {all.map((sheet) => (
                  <MenuItem key={sheet.id} value={sheet.id}>
                    {sheet.title}
                  </MenuItem>
                ))}
              </TextField>
            )}
          </Stack>
          <Box
            sx={{
              display: 'grid',
              gridTemplateColumns: { xs: 'minmax(0,1fr)', md: kind === 'wall' ? 'minmax(0,1fr)' : 'repeat(2, minmax(0,1fr))' },
              gap: 3,
            }}
          >
            {shown.map((sheet) => (
              <Box key={sheet.id} component="section" aria-label={sheet.title} sx={{ breakInside: 'avoid' }}>
                <Stack direction="row" sx={{ alignItems: 'center', flexWrap: 'wrap' }}>
                  <Typography variant="h2" sx={{ flex: 1 }}>
                    {sheet.title}
                  </Typography>
                  <Box className="no-print">
                    <Button
                      size="small"
                      startIcon={<TableViewOutlined />}
                      onClick={() => saveFile(sheetCsv(day.date, sheet), `${sheet.title}.csv`)}
                    >
                      CSV
                    </Button>
                    <Button size="small" startIcon={<CalendarMonthOutlined />} onClick={() => void calendar(sheet)}>
                      Calendar
                    </Button>
                  </Box>
                </Stack>
                <SheetTable sheet={sheet} kind={kind} />
              </Box>
            ))}
          </Box>
        </>
      )}
    </Page>
  )
}

function SheetTable({ sheet, kind }: { sheet: Sheet; kind: SheetKind }) {
  const columns = (
    [
      ['student', 'Student'],
      ['car', 'Car'],
      ['instructor', 'Instructor'],
    ] as const
  ).filter(([key]) => (kind === 'vehicle' ? key !== 'car' : key !== kind))
  return (
    <Table size="small" aria-label={sheet.title}>
      <TableHead>
        <TableRow>
          <TableCell>When</TableCell>
          {columns.map(([key, name]) => (
            <TableCell key={key}>{name}</TableCell>
          ))}
        </TableRow>
      </TableHead>
      <TableBody>
        {sheet.rows.map((row) => (
          <TableRow key={row.id}>
            <TableCell sx={{ whiteSpace: 'nowrap' }}>
              <strong>{row.startsAt}</strong> to {row.endsAt}
            </TableCell>
            {columns.map(([key]) => (
              <TableCell key={key}>{row[key]}</TableCell>
            ))}
          </TableRow>
        ))}
      </TableBody>
    </Table>
  )
}
