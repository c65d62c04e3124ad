import { Box, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material'
import type { ComparedCone, Cone, SharedCost } from '@ochote/core'
import { difference, speed, lapTime, distance } from '../../format/format'
import type { ComparedPlans } from '../../workers/plan.worker'

/** "12 m later", as seen from the first plan */
function apartWords(apartM: number | null): string {
  if (apartM === null) return 'in one plan only'
  if (Math.abs(apartM) < 0.5) return 'the same'
  return `${distance(Math.abs(apartM))} ${apartM > 0 ? 'later' : 'earlier'}`
}

const placeWords = (cone: Cone | null) => (cone ? `${distance(cone.stationM)}, ${speed(cone.speedMps)}` : '–')
function costWords(costS: SharedCost): string {
  if (costS === null) return '–'
  if (costS === 'off') return 'off the track'
  return Math.abs(costS) < 0.02 ? 'nothing' : difference(costS)
}
/** What all shared marks that stay on the track cost a plan together, s. */
const sum = (rows: readonly ComparedCone[], side: 0 | 1) =>
  rows.reduce((all, { costS }) => {
    const own = costS[side]
    return all + (typeof own === 'number' ? Math.max(0, own) : 0)
  }, 0)

/** The marks of two plans in one table, and one set of marks that serves both. */
export function ComparedMarks({ data, names }: { data: ComparedPlans; names: readonly [string, string] }) {
  const [first, second] = data.lapS
  return (
    <>
      <Typography>
        {names[0]}: lap {lapTime(first)}. {names[1]}: lap {lapTime(second)}, {difference(second - first)}.
      </Typography>
      <Typography variant="body2" color="text.secondary">
        One set of marks for both plans. Brake and lift marks go where the earlier of the two has them, so that nobody is asked to slow
        later than planned; other marks go half way between. The cost to each plan is computed one mark at a time, where it can be. Together
        it is about {sum(data.cones, 0).toFixed(2)} s a lap in the first and {sum(data.cones, 1).toFixed(2)} s in the second.
      </Typography>
      <Box sx={{ overflowX: 'auto' }}>
        <Table size="small" aria-label="Marks of both plans">
          <TableHead>
            <TableRow>
              {['Mark', names[0], names[1], 'Second against first', 'For both', `Costs ${names[0]}`, `Costs ${names[1]}`].map((head, i) => (
                <TableCell key={`${head}${i}`}>{head}</TableCell>
              ))}
            </TableRow>
          </TableHead>
          <TableBody>
            {data.cones.map((row) => (
              <TableRow key={row.id}>
                <TableCell sx={{ whiteSpace: 'nowrap' }}>
                  <strong>
                    {row.cornerNumber} {row.duty}
                  </strong>
                </TableCell>
                <TableCell>{placeWords(row.first)}</TableCell>
                <TableCell>{placeWords(row.second)}</TableCell>
                <TableCell sx={{ fontWeight: Math.abs(row.apartM ?? 0) >= 5 ? 700 : 400 }}>{apartWords(row.apartM)}</TableCell>
                <TableCell>{row.sharedM === null ? '–' : distance(row.sharedM)}</TableCell>
                <TableCell>{costWords(row.costS[0])}</TableCell>
                <TableCell>{costWords(row.costS[1])}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </Box>
    </>
  )
}
