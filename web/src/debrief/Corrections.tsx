import { Box, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material'
import { faultOf, severityNames, type Correction } from '@ochote/core'

const nextLapWords = { clean: 'not seen', better: 'better', 'seen again': 'seen again' } as const

/** What was corrected, whether the lap after it showed it, and how it stood at the end. */
export function Corrections({ corrections }: { corrections: readonly Correction[] }) {
  return (
    <Box component="section" aria-labelledby="corrections" sx={{ overflowX: 'auto' }}>
      <Typography id="corrections" variant="h2">
        What was corrected, and did it show?
      </Typography>
      {corrections.length === 0 ? (
        <Typography color="text.secondary">No fault was logged.</Typography>
      ) : (
        <Table size="small">
          <TableHead>
            <TableRow>
              {['Corner', 'Fault', 'Laps', 'Worst', 'Next lap', 'In the end'].map((head) => (
                <TableCell key={head}>{head}</TableCell>
              ))}
            </TableRow>
          </TableHead>
          <TableBody>
            {corrections.map((c) => (
              <TableRow key={`${c.corner}${c.code}`}>
                <TableCell>{c.corner}</TableCell>
                <TableCell>{faultOf(c.code)?.name ?? c.code}</TableCell>
                <TableCell>{c.laps.join(', ')}</TableCell>
                <TableCell>{severityNames[c.severity]}</TableCell>
                <TableCell>{c.nextLap ? nextLapWords[c.nextLap] : 'none followed'}</TableCell>
                <TableCell>
                  <strong>{c.outcome}</strong>
                </TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      )}
    </Box>
  )
}
