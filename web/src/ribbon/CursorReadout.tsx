import { Typography } from '@mui/material'
import { sampleAtStation, valueAt, type PlanSolution } from '@ochote/core'
import { distance, fineDistance, speed } from '../format/format'
import { useCursorStation } from './trackCursor'

/** What is planned at the cursor. */
export function CursorReadout({ solution }: { solution: PlanSolution }) {
  const station = useCursorStation()
  const { track, trace, line } = solution
  if (station === null) {
    return (
      <Typography className="no-print" variant="body2" color="text.secondary">
        Point at the track to read it. Arrows or a number go to a corner, Esc to the lap.
      </Typography>
    )
  }
  const i = sampleAtStation(track, station)
  const offset = valueAt(track, line.offsetM, station)
  const pedal = trace.brakeMps2[i]! > 1 ? 'braking' : trace.throttleShare[i]! > 0.95 ? 'full throttle' : 'part throttle'
  return (
    <Typography variant="body2">
      at {distance(station)} · {speed(trace.speedMps[i]!)} · gear {trace.gear[i]} · {pedal} · line {fineDistance(Math.abs(offset))}{' '}
      {offset >= 0 ? 'left' : 'right'} of the middle
    </Typography>
  )
}
