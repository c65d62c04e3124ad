import { Add } from '@mui/icons-material'
import { Box, Button, Link, Table, TableBody, TableCell, TableHead, TableRow } from '@mui/material'
import { useMutation, useQuery } from '@tanstack/react-query'
import dayjs from 'dayjs'
import { useState } from 'react'
import { Link as RouterLink, useNavigate } from 'react-router'
import { daySchema, type Day } from '@ochote/contracts'
import { archivedQuery, circuitsQuery, daysQuery } from '../api/queries'
import { longDay } from '../format/format'
import { Loaded } from '../problem/Loaded'
import { ProblemNotice } from '../problem/ProblemNotice'
import { ArchivedList } from '../records/ArchivedList'
import { RowActions } from '../records/RowActions'
import { useArchive, type Archivable } from '../records/useArchive'
import { EmptyState } from '../shell/EmptyState'
import { Page } from '../shell/Page'
import { dayPath } from '../shell/stages'
import { DayDialog } from './DayDialog'
import { ReadEvent, saveEvent } from './ReadEvent'
import { copyOfDay, newDay } from './newDay'

const archivable = ({ id, name, date }: Day): Archivable => ({
  path: `/api/days/${id}`,
  name: `${name}, ${longDay(date)}`,
  queryKeys: [daysQuery.queryKey],
})

const when = (date: string): string => {
  const days = dayjs(date).diff(dayjs().startOf('day'), 'day')
  return days === 0 ? 'today' : days > 0 ? 'to come' : 'past'
}

/** Every day, the latest first: each can be opened again. */
export function DaysPage() {
  const navigate = useNavigate()
  const days = useQuery(daysQuery)
  const circuits = useQuery(circuitsQuery)
  const [open, setOpen] = useState<Day | null>(null)
  const [copyOf, setCopyOf] = useState<Day | null>(null)
  const { archive, error } = useArchive()
  const save = useMutation({ mutationFn: saveEvent })
  const close = (stored: Day | null) => {
    setOpen(null)
    setCopyOf(null)
    if (stored && open?.version === 0) void navigate(dayPath(stored.id))
  }
  return (
    <Page
      title="Days"
      actions={
        <Button variant="contained" startIcon={<Add />} onClick={() => setOpen(newDay())}>
          New day
        </Button>
      }
    >
      {error && <ProblemNotice error={error} />}
      {save.error && <ProblemNotice error={save.error} />}
      <Loaded query={days}>
        {(list) =>
          list.length === 0 ? (
            <EmptyState title="No day yet">A day has a date and a circuit. Its plans, stints and sessions come after it.</EmptyState>
          ) : (
            <Box sx={{ overflowX: 'auto' }}>
              <Table size="small" aria-label="Days">
                <TableHead>
                  <TableRow>
                    {['Day', 'Date', '', 'Circuit', 'Weather', ''].map((head, k) => (
                      <TableCell key={k}>{head}</TableCell>
                    ))}
                  </TableRow>
                </TableHead>
                <TableBody>
                  {[...list].reverse().map((day) => (
                    <TableRow key={day.id}>
                      <TableCell>
                        <Link component={RouterLink} to={dayPath(day.id)} sx={{ fontWeight: 700 }}>
                          {day.name}
                        </Link>
                      </TableCell>
                      <TableCell sx={{ whiteSpace: 'nowrap' }}>{longDay(day.date)}</TableCell>
                      <TableCell>{when(day.date)}</TableCell>
                      <TableCell>{circuits.data?.find((c) => c.id === day.circuitId)?.name}</TableCell>
                      <TableCell>{day.weather}</TableCell>
                      <RowActions
                        name={day.name}
                        onChange={() => setOpen(day)}
                        onCopy={() => {
                          setCopyOf(day)
                          setOpen(copyOfDay(day))
                        }}
                        onArchive={() => archive(archivable(day))}
                        onSave={() => save.mutate(day)}
                      />
                    </TableRow>
                  ))}
                </TableBody>
              </Table>
            </Box>
          )
        }
      </Loaded>
      <ReadEvent />
      <ArchivedList what="days" query={archivedQuery('days', daySchema)} of={(list) => list.map(archivable)} />
      {open && <DayDialog key={open.id} day={open} copyOf={copyOf} onClose={close} />}
    </Page>
  )
}
