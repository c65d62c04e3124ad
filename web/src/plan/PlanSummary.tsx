import { Typography } from '@mui/material'
import type { MarkerScheme } from '@ochote/contracts'
import type { MarkedPlan } from '@ochote/core'
import { count, lapTime, speed } from '../format/format'
import { StockShortage } from '../cones/StockShortage'
import { UnsafeCorners } from './roomWords'

interface PlanSummaryProps {
  marked: MarkedPlan
  scheme: MarkerScheme
}

const lineNames = { given: 'line drawn by hand', 'least-time': 'fastest line', 'late-apex': 'late-apex line', tight: 'tight line' } as const

/** The plan in one line: lap time, line, marks, and what the stock lacks. */
export function PlanSummary({ marked, scheme }: PlanSummaryProps) {
  const { solution, cones } = marked
  const { trace, track, lineMethod } = solution
  const fastest = trace.speedMps.reduce((a, b) => Math.max(a, b), 0)
  return (
    <Typography variant="body2" component="p">
      <strong>Lap {lapTime(trace.lapTimeS)}</strong> at a {track.stepM.toFixed(0)} m step · up to {speed(fastest)} · {lineNames[lineMethod]}{' '}
      · {count(cones.length, 'mark')}
      <UnsafeCorners rooms={marked} />
      <StockShortage cones={cones} scheme={scheme} />
    </Typography>
  )
}
