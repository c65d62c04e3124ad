import {
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogContentText,
  DialogTitle,
  LinearProgress,
  MenuItem,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  TextField,
} from '@mui/material'
import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { columnMeaningsSchema } from '@ochote/contracts'
import { lapColumnChoices, lapHeaders } from '@ochote/core'
import { request } from '../api/request'
import { ProblemNotice } from '../problem/ProblemNotice'

/** As much of a file as has its headers and first rows. */
const FIRST_BYTES = 40_000

interface ColumnsDialogProps {
  /** the file, or its first bytes */
  source: Blob
  onClose: (isSaved: boolean) => void
}

/** What columns of other names are, with a guess and their first values. It is remembered for every file with these headers. */
export function ColumnsDialog({ source, onClose }: ColumnsDialogProps) {
  const headers = useQuery({
    queryKey: ['headers', source],
    queryFn: async () => lapHeaders(await source.slice(0, FIRST_BYTES).text()),
    gcTime: 0,
  })
  const [said, setSaid] = useState<Readonly<Record<string, string>>>({})
  const columns = headers.data ?? []
  const open = columns.filter(({ isKnown }) => !isKnown)
  const meaningOf = (header: string, guess: string | null) => said[header] ?? guess ?? ''
  const save = useMutation({
    mutationFn: () =>
      request(columnMeaningsSchema, '/api/recordings/meanings', {
        method: 'PUT',
        body: {
          headers: columns.map(({ header }) => header),
          meanings: Object.fromEntries(open.map(({ header, guess }) => [header, meaningOf(header, guess)])),
        },
      }),
    onSuccess: () => onClose(true),
  })
  return (
    <Dialog open onClose={() => onClose(false)} maxWidth="md" fullWidth aria-labelledby="columns">
      <DialogTitle id="columns">What the columns are</DialogTitle>
      <DialogContent>
        <DialogContentText sx={{ mb: 1 }}>
          Recorded laps need a time, a latitude and a longitude. Check each guess against the values: a wrong unit makes wrong speeds. What
          you say here is used for every file with the same headers.
        </DialogContentText>
        {headers.isPending && <LinearProgress aria-label="Reading the headers" />}
        {headers.data && open.length === 0 && <DialogContentText>Every column of this file is known by its name.</DialogContentText>}
        {open.length > 0 && (
          <Table size="small" aria-label="Columns">
            <TableHead>
              <TableRow>
                <TableCell>Column</TableCell>
                <TableCell>First values</TableCell>
                <TableCell>It is</TableCell>
              </TableRow>
            </TableHead>
            <TableBody>
              {open.map(({ header, first, guess }) => (
                <TableRow key={header}>
                  <TableCell sx={{ fontWeight: 650, overflowWrap: 'anywhere' }}>{header}</TableCell>
                  <TableCell>{first.join(' · ')}</TableCell>
                  <TableCell>
                    <TextField
                      select
                      size="small"
                      hiddenLabel
                      fullWidth
                      value={meaningOf(header, guess)}
                      slotProps={{ select: { 'aria-label': `What ${header} is`, displayEmpty: true } }}
                      onChange={(e) => setSaid({ ...said, [header]: e.target.value })}
                    >
                      <MenuItem value="">left out</MenuItem>
                      {lapColumnChoices.map(({ name, says }) => (
                        <MenuItem key={name} value={name}>
                          {says}
                        </MenuItem>
                      ))}
                    </TextField>
                  </TableCell>
                </TableRow>
              ))}
            </TableBody>
          </Table>
        )}
        {save.error && <ProblemNotice error={save.error} />}
      </DialogContent>
      <DialogActions>
        <Button onClick={() => onClose(false)}>Cancel</Button>
        <Button variant="contained" disabled={open.length === 0 || save.isPending} onClick={() => save.mutate()}>
          Read it this way
        </Button>
      </DialogActions>
    </Dialog>
  )
}
