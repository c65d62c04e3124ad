import { Button, Dialog, DialogActions, DialogContent, DialogTitle, Table, TableBody, TableCell, TableHead, TableRow } from '@mui/material'
import { useMemo } from 'react'
import type { Track } from '@ochote/core'
import { saveFile } from '../device/saveFile'
import { csvOf } from '../format/csv'
import { distance } from '../format/format'
import type { ShownLap } from './DrivenLines'
import { lanes, type LaneName } from './traceLanes'

const STEP_M = 50

interface FiguresDialogProps {
  track: Track
  laps: readonly ShownLap[]
  shown: readonly LaneName[]
  onClose: () => void
}

/** The traces as a table, a row for every fifty metres. */
export function FiguresDialog({ track, laps, shown, onClose }: FiguresDialogProps) {
  const columns = useMemo(
    () =>
      laps.flatMap(({ says, trace, behind }) =>
        shown.flatMap((name) => {
          const lane = lanes[name]
          const values = lane.values(trace, behind)
          return values
            ? [{ head: `${says}: ${lane.says}${lane.unit() === '' ? '' : `, ${lane.unit()}`}`, values, digits: lane.digits }]
            : []
        }),
      ),
    [laps, shown],
  )
  const every = Math.max(1, Math.round(STEP_M / track.stepM))
  const rows = Array.from({ length: Math.ceil(track.count / every) }, (_, k) => k * every)
  const cell = (values: Float64Array, i: number, digits: number) => (Number.isNaN(values[i]!) ? '' : values[i]!.toFixed(digits))
  const save = () => {
    const table = rows.map((i) => ({
      'station, m': track.stationM[i]!.toFixed(0),
      ...Object.fromEntries(columns.map(({ head, values, digits }) => [head, cell(values, i, digits)])),
    }))
    saveFile(new Blob([csvOf(table)], { type: 'text/csv' }), 'Traces.csv')
  }
  return (
    <Dialog open onClose={onClose} maxWidth="lg" fullWidth aria-labelledby="figures">
      <DialogTitle id="figures">The traces in figures</DialogTitle>
      <DialogContent>
        <Table size="small" stickyHeader aria-label="Traces">
          <TableHead>
            <TableRow>
              <TableCell>At</TableCell>
              {columns.map(({ head }) => (
                <TableCell key={head}>{head}</TableCell>
              ))}
            </TableRow>
          </TableHead>
          <TableBody>
            {rows.map((i) => (
              <TableRow key={i}>
                <TableCell>{distance(track.stationM[i]!)}</TableCell>
                {columns.map(({ head, values, digits }) => (
                  <TableCell key={head}>{cell(values, i, digits)}</TableCell>
                ))}
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </DialogContent>
      <DialogActions>
        <Button onClick={save}>Save as CSV</Button>
        <Button variant="contained" onClick={onClose}>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  )
}
