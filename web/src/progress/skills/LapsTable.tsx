import { Box, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material'
import { comparison, lapCells, lapHeads, vehicleWords } from './lapWords'
import type { StintLaps } from './useSkills'

/** A stint's laps beside the lap of the plan that it was driven on, day by day. */
export const LapsTable = ({ laps }: { laps: readonly StintLaps[] }) => (
  <Box component="section" aria-labelledby="against-plan">
    <Typography id="against-plan" variant="h2">
      Laps against the plan
    </Typography>
    <Typography color="text.secondary">
      Each stint stands beside its own plan, for the same vehicle, road and pace. The plan’s lap is an estimate. {vehicleWords(laps)}
    </Typography>
    <Box sx={{ overflowX: 'auto' }}>
      <Table size="small" aria-label="Laps against the plan, stint by stint">
        <TableHead>
          <TableRow>
            {lapHeads.map((head) => (
              <TableCell key={head}>{head}</TableCell>
            ))}
          </TableRow>
        </TableHead>
        <TableBody>
          {laps.map((one) => (
            <TableRow key={one.stintId}>
              {lapCells(one).map((cell, k) => (
                <TableCell key={k} sx={{ whiteSpace: lapHeads[k] === 'Weather' ? 'normal' : 'nowrap' }}>
                  {cell}
                </TableCell>
              ))}
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
    <Typography>{comparison(laps)}</Typography>
  </Box>
)
