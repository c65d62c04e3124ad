import { Box, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material'
import { faultOf, severityNames, type FollowUp, type Verdict } from '@ochote/core'

/** Each can be told from the others without colour. */
const signs: Record<Verdict, string> = {
  'no lap after': '·',
  'not seen since': '○',
  fixed: '✓',
  better: '↗',
  'no change': '=',
  'back again': '↺',
}
const listed = (laps: readonly number[]) => (laps.length === 0 ? '–' : laps.join(', '))

/** Faults that were logged or called, and what the laps after them showed. */
export function FollowUpList({ title, followUps }: { title: string; followUps: readonly FollowUp[] }) {
  if (followUps.length === 0) return null
  return (
    <Box component="section" aria-labelledby="follow-ups" sx={{ overflowX: 'auto' }}>
      <Typography id="follow-ups" variant="h2">
        {title}
      </Typography>
      <Table size="small">
        <TableHead>
          <TableRow>
            {['Corner', 'Fault', 'Worst', 'Seen on lap', 'Called on lap', 'Later laps', 'Outcome'].map((head) => (
              <TableCell key={head}>{head}</TableCell>
            ))}
          </TableRow>
        </TableHead>
        <TableBody>
          {followUps.map(({ corner, code, severity, seenOn, calledOn, results, verdict }) => (
            <TableRow key={`${corner}${code}`}>
              <TableCell>{corner}</TableCell>
              <TableCell>{faultOf(code)?.name ?? code}</TableCell>
              <TableCell>{severity ? severityNames[severity] : '–'}</TableCell>
              <TableCell>{listed(seenOn)}</TableCell>
              <TableCell>{listed(calledOn)}</TableCell>
              <TableCell>
                {results.length === 0
                  ? '–'
                  : results.map((r) => `lap ${r.lap} ${r.result}${r.by === 'logged' ? '' : `, ${r.by}`}`).join('; ')}
              </TableCell>
              <TableCell>
                <strong>
                  {signs[verdict]} {verdict}
                </strong>
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  )
}
