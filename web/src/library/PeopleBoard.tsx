import { Add } from '@mui/icons-material'
import { Box, Button, Stack, Table, TableBody, TableCell, TableHead, TableRow } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { v7 as uuid } from 'uuid'
import { personSchema, type Person } from '@ochote/contracts'
import { archivedQuery, peopleQuery } from '../api/queries'
import { Loaded } from '../problem/Loaded'
import { ProblemNotice } from '../problem/ProblemNotice'
import { ArchivedList } from '../records/ArchivedList'
import { RowActions } from '../records/RowActions'
import { useArchive, type Archivable } from '../records/useArchive'
import { EmptyState } from '../shell/EmptyState'
import { PersonDialog } from './PersonDialog'

const someoneNew = (role: Person['role']): Person => ({
  ...{ id: uuid(), name: '', role, experience: '', wishes: '', push: null, talk: null, wordsPerSecond: null, version: 0 },
})

const archivable = ({ id, name }: Person): Archivable => ({ path: `/api/people/${id}`, name, queryKeys: [peopleQuery.queryKey] })

/** Students and instructors. */
export function PeopleBoard() {
  const people = useQuery(peopleQuery)
  const [open, setOpen] = useState<Person | null>(null)
  const { archive, error } = useArchive()
  return (
    <Stack sx={{ gap: 2 }}>
      <Stack direction="row" sx={{ gap: 1.5, flexWrap: 'wrap' }}>
        <Button variant="contained" startIcon={<Add />} onClick={() => setOpen(someoneNew('student'))}>
          New student
        </Button>
        <Button variant="outlined" startIcon={<Add />} onClick={() => setOpen(someoneNew('instructor'))}>
          New instructor
        </Button>
      </Stack>
      {error && <ProblemNotice error={error} />}
      <Loaded query={people}>
        {(list) =>
          list.length === 0 ? (
            <EmptyState title="Nobody yet">Add your students and instructors: a stint needs one of each.</EmptyState>
          ) : (
            <Box sx={{ overflowX: 'auto' }}>
              <Table size="small" aria-label="People">
                <TableHead>
                  <TableRow>
                    {['Name', 'Role', 'Has driven', 'Wants', ''].map((head) => (
                      <TableCell key={head}>{head}</TableCell>
                    ))}
                  </TableRow>
                </TableHead>
                <TableBody>
                  {list.map((p) => (
                    <TableRow key={p.id}>
                      <TableCell>
                        <strong>{p.name}</strong>
                      </TableCell>
                      <TableCell>{p.role}</TableCell>
                      <TableCell>{p.experience}</TableCell>
                      <TableCell>{p.wishes}</TableCell>
                      <RowActions name={p.name} onChange={() => setOpen(p)} onArchive={() => archive(archivable(p))} />
                    </TableRow>
                  ))}
                </TableBody>
              </Table>
            </Box>
          )
        }
      </Loaded>
      <ArchivedList what="people" query={archivedQuery('people', personSchema)} of={(list) => list.map(archivable)} />
      {open && <PersonDialog key={open.id} person={open} onClose={() => setOpen(null)} />}
    </Stack>
  )
}
