import { ExpandLess, ExpandMore } from '@mui/icons-material'
import { Box, Button, Typography } from '@mui/material'
import { useQuery, type UseQueryOptions, type QueryKey } from '@tanstack/react-query'
import { useState } from 'react'
import { Loaded } from '../problem/Loaded'
import { ProblemNotice } from '../problem/ProblemNotice'
import { useArchive, type Archivable } from './useArchive'

interface ArchivedListProps<T, Key extends QueryKey> {
  /** what is archived, for example "people" */
  what: string
  query: UseQueryOptions<T, Error, T, Key>
  of: (answer: T) => readonly Archivable[]
}

/** What is archived, to be brought back; it is asked for when it is opened. */
export function ArchivedList<T, Key extends QueryKey>(props: ArchivedListProps<T, Key>) {
  const [open, setOpen] = useState(false)
  return (
    <Box component="section" aria-label={`Archived ${props.what}`} className="no-print">
      <Button
        size="small"
        color="inherit"
        aria-expanded={open}
        endIcon={open ? <ExpandLess /> : <ExpandMore />}
        onClick={() => setOpen(!open)}
      >
        Archived {props.what}
      </Button>
      {open && <Opened {...props} />}
    </Box>
  )
}

function Opened<T, Key extends QueryKey>({ what, query, of }: ArchivedListProps<T, Key>) {
  const archived = useQuery(query)
  const { bringBack, error, isPending } = useArchive()
  return (
    <Loaded query={archived}>
      {(answer) => (
        <>
          {error && <ProblemNotice error={error} />}
          {of(answer).length === 0 ? (
            <Typography color="text.secondary">No {what} are archived.</Typography>
          ) : (
            <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
              {of(answer).map((one) => (
                <Box component="li" key={one.path} sx={{ display: 'flex', alignItems: 'center', gap: 2 }}>
                  {one.name}
                  <Button size="small" disabled={isPending} aria-label={`Bring back ${one.name}`} onClick={() => bringBack(one)}>
                    Bring back
                  </Button>
                </Box>
              ))}
            </Box>
          )}
        </>
      )}
    </Loaded>
  )
}
