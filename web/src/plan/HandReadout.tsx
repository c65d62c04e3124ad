import { Paper, Typography } from '@mui/material'
import { isWithin, type PlanSolution, type SolvedCorner } from '@ochote/core'
import { difference, lapTime, speed } from '../format/format'
import { useCursorStation } from '../ribbon/trackCursor'

interface HandReadoutProps {
  /** for the line as it is now */
  shown: PlanSolution
  /** for the line before it was dragged */
  before: PlanSolution
  changedS: number
}

/** Slowest speed of a corner on a trace, m/s. */
function slowest({ track, trace }: PlanSolution, corner: SolvedCorner): number {
  return trace.speedMps.reduce((least, v, i) => (isWithin(track, corner, track.stationM[i]!) ? Math.min(least, v) : least), Infinity)
}

/** The effect of moving the line while it is dragged: on the lap, and at the corner under the pointer. */
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
