import { Box, Table, TableBody, TableCell, TableHead, TableRow } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { peopleQuery } from '../api/queries'
import { Loaded } from '../problem/Loaded'
import { EmptyState } from '../shell/EmptyState'

/** Students and instructors. */
export function PeopleBoard() {
  const people = useQuery(peopleQuery)
  return (
    <Loaded query={people}>
      {(list) =>
        list.length === 0 ? (
          <EmptyState title="Nobody yet">Students and instructors of the school appear here.</EmptyState>
        ) : (
          <Box sx={{ overflowX: 'auto' }}>
            <Table size="small" aria-label="People">
              <TableHead>
                <TableRow>
                  {['Name', 'Role', 'Has driven', 'Wants'].map((head) => (
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
                  </TableRow>
                ))}
              </TableBody>
            </Table>
          </Box>
        )
      }
    </Loaded>
  )
}
