import { Add, TableRowsOutlined } from '@mui/icons-material'
import { Box, Button, Stack, Table, TableBody, TableCell, TableHead, TableRow, TextField, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { v7 as uuid } from 'uuid'
import { nothingKnown, personSchema, type Person } from '@ochote/contracts'
import { archivedQuery, peopleQuery } from '../api/queries'
import { today } from '../format/format'
import { Loaded } from '../problem/Loaded'
import { ProblemNotice } from '../problem/ProblemNotice'
import { ArchivedList } from '../records/ArchivedList'
import { RowActions } from '../records/RowActions'
import { useArchive, type Archivable } from '../records/useArchive'
import { EmptyState } from '../shell/EmptyState'
import { EraseDialog } from './people/EraseDialog'
import { useEverything } from './people/useEverything'
import { PasteDialog } from './people/PasteDialog'
import { PersonDialog } from './PersonDialog'

const someoneNew = (role: Person['role']): Person => ({
  ...nothingKnown,
  ...{ id: uuid(), name: '', role, experience: '', wishes: '', push: null, talk: null, wordsPerSecond: null, version: 0 },
})

const archivable = ({ id, name }: Person): Archivable => ({ path: `/api/people/${id}`, name, queryKeys: [peopleQuery.queryKey] })

/** More people than these are looked for by name. */
const MANY = 8

/** An instructor whose qualification has run out. */
const isExpired = ({ role, qualifiedUntil }: Person) => role === 'instructor' && qualifiedUntil !== null && qualifiedUntil < today()

/** Students and instructors. */
export function PeopleBoard() {
  const people = useQuery(peopleQuery)
  const [open, setOpen] = useState<Person | null>(null)
  const [isPasting, setIsPasting] = useState(false)
  const [erased, setErased] = useState<Person | null>(null)
  const [sought, setSought] = useState('')
  const { archive, error } = useArchive()
  const everything = useEverything()
  const isSought = (p: Person) => [p.name, p.email, p.role].some((text) => text.toLowerCase().includes(sought.trim().toLowerCase()))
  return (
    <Stack sx={{ gap: 2 }}>
      <Stack direction="row" sx={{ gap: 1.5, flexWrap: 'wrap', alignItems: 'flex-end' }}>
        <Button variant="contained" startIcon={<Add />} onClick={() => setOpen(someoneNew('student'))}>
          New student
        </Button>
        <Button variant="outlined" startIcon={<Add />} onClick={() => setOpen(someoneNew('instructor'))}>
          New instructor
        </Button>
        <Button variant="outlined" startIcon={<TableRowsOutlined />} onClick={() => setIsPasting(true)}>
          From a table
        </Button>
        {(people.data?.length ?? 0) > MANY && (
          <TextField
            size="small"
            type="search"
            label="Find"
            value={sought}
            onChange={(e) => setSought(e.target.value)}
            sx={{ width: 220 }}
          />
        )}
      </Stack>
      {error && <ProblemNotice error={error} />}
      {everything.error && <ProblemNotice error={everything.error} />}
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
                  {list.filter(isSought).map((p) => (
                    <TableRow key={p.id}>
                      <TableCell>
                        <strong>{p.name}</strong>
                      </TableCell>
                      <TableCell>
                        {p.role}
                        {isExpired(p) && (
                          <Typography color="error">
                            ▲ qualified until {p.qualifiedUntil}
                            {p.teachesAnyway && `; ${p.teachesAnyway}`}
                          </Typography>
                        )}
                      </TableCell>
                      <TableCell>{p.experience}</TableCell>
                      <TableCell>{p.wishes}</TableCell>
                      <RowActions
                        name={p.name}
                        onChange={() => setOpen(p)}
                        onArchive={() => archive(archivable(p))}
                        onErase={() => setErased(p)}
                        onSave={() => everything.mutate(p)}
                      />
                    </TableRow>
                  ))}
                </TableBody>
              </Table>
            </Box>
          )
        }
      </Loaded>
      <ArchivedList what="people" query={archivedQuery('people', personSchema)} of={(list) => list.map(archivable)} />
      {isPasting && people.data && <PasteDialog shelf={people.data} onClose={() => setIsPasting(false)} />}
      {erased && <EraseDialog person={erased} onClose={() => setErased(null)} />}
      {open && <PersonDialog key={open.id} person={open} onClose={() => setOpen(null)} />}
    </Stack>
  )
}
