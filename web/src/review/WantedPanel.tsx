import { Box, Button, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material'
import { behindOf, sampleAtStation, type LapTrace, type PlanSolution } from '@ochote/core'
import { difference, lapTime } from '../format/format'
import { ProblemNotice } from '../problem/ProblemNotice'

interface WantedPanelProps {
  solution: PlanSolution
  /** the plan's line in the form that hands draw; null before anything was drawn */
  planned: { trace: LapTrace; lapS: number } | null
  /** null before anything was drawn */
  wanted: LapTrace | null
  wantedLapS: number
  /** the lap that is driven, and what it is called; null where none is shown */
  driven: { trace: LapTrace; says: string } | null
  error: unknown
  onRemove: () => void
}

/** The line wanted: drawn on the ribbon or the map, with what it gains and where, against the plan's line and a driven lap. */
export function WantedPanel({ solution, planned, wanted, wantedLapS, driven, error, onRemove }: WantedPanelProps) {
  return (
    <>
      <Typography variant="h2">The line wanted</Typography>
      <Typography variant="body2" sx={{ mb: 1 }}>
        Drag the dark line on the ribbon or the map to where you want it driven, or choose a corner and move it with the keys at its
        turn-in, apex and exit. It is driven at the plan’s pace.
      </Typography>
      {error !== null && error !== undefined && <ProblemNotice error={error} />}
      {wanted && planned ? (
        <>
          <Typography>
            {lapTime(wantedLapS)}: {difference(wantedLapS - planned.lapS)} than the plan’s line.
          </Typography>
          <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="region" aria-label="Gains">
            <Table size="small" aria-label="What the line wanted gains at each corner">
              <TableHead>
                <TableRow>
                  <TableCell>Corner</TableCell>
                  <TableCell>Against the plan’s line</TableCell>
                  {driven && <TableCell>Against {driven.says}</TableCell>}
                </TableRow>
              </TableHead>
              <TableBody>
                {gains(solution, wanted, planned.trace, driven?.trace ?? null).map(({ corner, planS, drivenS }) => (
                  <TableRow key={corner}>
                    <TableCell>{corner}</TableCell>
                    <TableCell>{gain(planS)}</TableCell>
                    {driven && <TableCell>{gain(drivenS)}</TableCell>}
                  </TableRow>
                ))}
              </TableBody>
            </Table>
          </Box>
          <Button sx={{ mt: 1, ml: -0.75 }} onClick={onRemove}>
            Remove the line wanted
          </Button>
        </>
      ) : (
        <Typography color="text.secondary">Nothing is drawn yet. The plan’s line stands.</Typography>
      )}
    </>
  )
}

const NOTHING_S = 0.005
const gain = (s: number | null) => {
  if (s === null || Number.isNaN(s)) return '–'
  if (Math.abs(s) < NOTHING_S) return 'the same'
  return `${Math.abs(s).toFixed(2)} s ${s < 0 ? 'gained' : 'lost'}`
}

/** From one corner's beginning to the next one's. */
function gains(solution: PlanSolution, wanted: LapTrace, planned: LapTrace, driven: LapTrace | null) {
  const { track, corners } = solution
  const change = (behind: Float64Array | null, k: number): number | null => {
    if (!behind) return null
    const from = k === 0 ? 0 : sampleAtStation(track, corners[k]!.startM)
    const next = corners[k + 1]
    const to = next ? sampleAtStation(track, next.startM) : track.count - 1
    return behind[to]! - behind[from]!
  }
  const [onPlan, onDriven] = [behindOf(wanted, planned), driven && behindOf(wanted, driven)]
  return corners.map(({ number }, k) => ({ corner: number, planS: change(onPlan, k), drivenS: change(onDriven, k) }))
}
