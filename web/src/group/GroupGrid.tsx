import { Box, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material'
import { severityNames, type CornerOfStudent, type GroupCorner } from '@ochote/core'
import type { NameOf } from './groupSlides'

interface GroupGridProps {
  corners: readonly GroupCorner[]
  studentIds: readonly string[]
  nameOf: NameOf
}

/** "3 faults, at worst costs" in few signs: how many, a mark for how bad, and praise. */
function cell({ worst, faults, praises }: CornerOfStudent): string {
  const marks = { 1: '', 2: '!', 3: '!!' } as const
  return [worst === null ? '' : `${faults}${marks[worst]}`, praises > 0 ? '+' : ''].join(' ').trim()
}

const cellWords = ({ worst, faults, praises }: CornerOfStudent): string =>
  [
    worst === null ? 'no fault logged' : `${faults} logged, at worst ${severityNames[worst]}`,
    ...(praises > 0 ? [`praised ${praises === 1 ? 'once' : `${praises} times`}`] : []),
  ].join(', ')

/** Who had what at which corner. */
export function GroupGrid({ corners, studentIds, nameOf }: GroupGridProps) {
  return (
    <>
      <Box sx={{ overflowX: 'auto' }}>
        <Table size="small" aria-label="Faults at each corner, student by student">
          <TableHead>
            <TableRow>
              <TableCell>Student</TableCell>
              {corners.map(({ corner }) => (
                <TableCell key={corner} align="center">
                  {corner}
                </TableCell>
              ))}
            </TableRow>
          </TableHead>
          <TableBody>
            {studentIds.map((id, k) => (
              <TableRow key={id}>
                <TableCell>{nameOf(id)}</TableCell>
                {corners.map(({ corner, students }) => (
                  <TableCell key={corner} align="center" title={cellWords(students[k]!)}>
                    <strong>{cell(students[k]!)}</strong>
                  </TableCell>
                ))}
              </TableRow>
            ))}
            <TableRow>
              <TableCell>All</TableCell>
              {corners.map(({ corner, faults }) => (
                <TableCell key={corner} align="center">
                  {faults}
                </TableCell>
              ))}
            </TableRow>
          </TableBody>
        </Table>
      </Box>
      <Typography variant="body2" color="text.secondary">
        Faults logged; ! costs, !! unsafe, + praised. An empty place means that nothing was logged there, not that nothing happened.
      </Typography>
    </>
  )
}
