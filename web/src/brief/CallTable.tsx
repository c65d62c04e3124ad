import { Table, TableBody, TableCell, TableHead, TableRow } from '@mui/material'
import type { PlanCall, PlanCallSheet } from '@ochote/core'
import { inOrder } from './callFiles'
import { distanceNumber, distanceUnit } from '../format/format'

/** A phone shows when, where and what to say. */
const wide = { display: { xs: 'none', sm: 'table-cell' } }

interface CallTableProps {
  sheet: PlanCallSheet
  about: Readonly<Record<string, PlanCall>>
  corner: string | null
  onCorner: (corner: string | null) => void
}

/** The calls of one lap in their order; choosing one goes to its corner. */
export function CallTable({ sheet, about, corner, onCorner }: CallTableProps) {
  const clashing = new Set(sheet.clashes.flat())
  return (
    <Table size="small" aria-label="Calls in the order of the lap">
      <TableHead>
        <TableRow>
          <TableCell align="right">Begin, s</TableCell>
          <TableCell align="right" sx={wide}>
            Action, s
          </TableCell>
          <TableCell align="right" sx={wide}>
            Place, {distanceUnit()}
          </TableCell>
          <TableCell>Corner</TableCell>
          <TableCell>Say</TableCell>
          <TableCell sx={wide}>Length</TableCell>
        </TableRow>
      </TableHead>
      <TableBody>
        {inOrder(sheet).map((call) => (
          <TableRow
            key={call.id}
            hover
            selected={about[call.id]!.cornerNumber === corner}
            onClick={() => onCorner(about[call.id]!.cornerNumber || null)}
          >
            <TableCell align="right">{call.startS < 0 ? `${(-call.startS).toFixed(1)} before the line` : call.startS.toFixed(1)}</TableCell>
            <TableCell align="right" sx={wide}>
              {call.actionTimeS.toFixed(1)}
            </TableCell>
            <TableCell align="right" sx={wide}>
              {distanceNumber(about[call.id]!.stationM)}
            </TableCell>
            <TableCell>{about[call.id]!.cornerNumber || '–'}</TableCell>
            <TableCell sx={{ fontWeight: 650 }}>{call.text}</TableCell>
            <TableCell sx={wide}>
              {call.wording}
              {clashing.has(call.id) ? ', clashes' : ''}
            </TableCell>
          </TableRow>
        ))}
      </TableBody>
    </Table>
  )
}
