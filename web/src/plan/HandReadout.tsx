import { Paper, Typography } from '@mui/material'
import { isWithin, type PlanSolution, type SolvedCorner } from '@ochote/core'
import { difference, lapTime, speed } from '../format/format'
import { useCursorStation } from '../ribbon/trackCursor'

interface HandReadoutProps {
  /** as the line is drawn now */
  shown: PlanSolution
  /** as it was before it was dragged */
  before: PlanSolution
  changedS: number
}

/** Slowest speed of a corner on a trace, m/s. */
function slowest({ track, trace }: PlanSolution, corner: SolvedCorner): number {
  return trace.speedMps.reduce((least, v, i) => (isWithin(track, corner, track.stationM[i]!) ? Math.min(least, v) : least), Infinity)
}

/** What moving the line does, while it is held: the lap, and the corner under the pointer. */
export function HandReadout({ shown, before, changedS }: HandReadoutProps) {
  const station = useCursorStation()
  const corner = station === null ? undefined : before.corners.find((c) => isWithin(before.track, c, station))
  return (
    <Paper role="status" variant="outlined" sx={{ position: 'absolute', top: 8, left: 8, px: 1.5, py: 0.75, pointerEvents: 'none' }}>
      <Typography variant="body2">
        Lap {lapTime(shown.trace.lapTimeS)}, <strong>{difference(changedS)}</strong>
        {corner && (
          <>
            {' '}
            · corner {corner.number}: {speed(slowest(shown, corner))} at its slowest, before {speed(slowest(before, corner))}
          </>
        )}
      </Typography>
    </Paper>
  )
}
