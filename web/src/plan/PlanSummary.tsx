import { Typography } from '@mui/material'
import type { MarkerScheme } from '@ochote/contracts'
import type { PlacedCone, PlanSolution } from '@ochote/core'
import { count, kilometres, lapTime, speed } from '../format/format'
import { stockOf } from './stock'

interface PlanSummaryProps {
  solution: PlanSolution
  cones: readonly PlacedCone[]
  scheme: MarkerScheme
}

/** The plan in a line: lap, line, marks, and what the stock lacks. */
export function PlanSummary({ solution, cones, scheme }: PlanSummaryProps) {
  const { trace, track, lineMethod } = solution
  const fastest = trace.speedMps.reduce((a, b) => Math.max(a, b), 0)
  const short = stockOf(cones, scheme).filter((line) => line.needed > line.inStock)
  return (
    <Typography variant="body2" component="p">
      <strong>Lap {lapTime(trace.lapTimeS)}</strong> · {kilometres(track.lengthM)}, computed every {track.stepM.toFixed(0)} m · up to{' '}
      {speed(fastest)} · {lineMethod === 'given' ? 'given line' : 'line of least curvature'} · {count(cones.length, 'mark')}
      {short.map((line) => (
        <Typography key={line.colour} variant="body2" component="span" color="error">
          {' '}
          · {line.needed} {line.colour} needed, {line.inStock} in stock
        </Typography>
      ))}
    </Typography>
  )
}
