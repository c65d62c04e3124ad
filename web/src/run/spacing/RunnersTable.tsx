import { Box, Table, TableBody, TableCell, TableHead, TableRow } from '@mui/material'
import { count, lapTime } from '../../format/format'
import { USUAL_DAY_SPREAD, USUAL_FACTOR, USUAL_LAP_SPREAD, type SourcedRunner } from './runnersOf'

/** How fast and how evenly each one drives, and what that is from. */
export function RunnersTable({ runners }: { runners: readonly SourcedRunner[] }) {
  return (
    <Box sx={{ overflowX: 'auto', flexShrink: 0 }}>
      <Table size="small" aria-label="Runners">
        <TableHead>
          <TableRow>
            {['Student', 'Lap', 'From day to day', 'From lap to lap', 'From'].map((head) => (
              <TableCell key={head}>{head}</TableCell>
            ))}
          </TableRow>
        </TableHead>
        <TableBody>
          {runners.map((runner) => (
            <TableRow key={runner.id}>
              <TableCell>{runner.name}</TableCell>
              <TableCell>{lapTime(runner.lapS)}</TableCell>
              <TableCell>± {runner.daySpreadS.toFixed(1)} s</TableCell>
              <TableCell>± {runner.lapSpreadS.toFixed(1)} s</TableCell>
              <TableCell>
                {runner.ownLaps > 0
                  ? `${count(runner.ownLaps, 'lap')} of their own today; from day to day ${USUAL_DAY_SPREAD * 100} %, an estimate`
                  : `the plan’s lap × ${USUAL_FACTOR}, and ${USUAL_DAY_SPREAD * 100} % and ${USUAL_LAP_SPREAD * 100} % of it: estimates`}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  )
}
