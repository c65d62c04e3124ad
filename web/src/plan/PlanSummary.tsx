import { Typography } from '@mui/material'
import type { MarkerScheme } from '@ochote/contracts'
import type { MarkedPlan } from '@ochote/core'
import { count, givenDistance, lapTime, speed } from '../format/format'
import { StockShortage } from '../cones/StockShortage'
import type { AnswerStage } from '../workers/useFirstAnswers'
import { UnsafeCorners } from './roomWords'

interface PlanSummaryProps {
  marked: MarkedPlan
  scheme: MarkerScheme
  /** how far the answer to the last change has come */
  stage?: AnswerStage
}

/** What a lap time is of, while it is not yet the plan's own. */
const LAP_OF: Record<AnswerStage, string> = {
  settled: '',
  before: ' with the settings before',
  'line-before': ' on the line before',
  'first-answer': ' in a first answer',
}

const lineNames = { given: 'line drawn by hand', 'least-time': 'fastest line', 'late-apex': 'late-apex line', tight: 'tight line' } as const

/** The plan in one line: lap time, line, marks, and what the stock lacks. */
export function PlanSummary({ marked, scheme, stage = 'settled' }: PlanSummaryProps) {
  const { solution, cones } = marked
  const { trace, track, lineMethod } = solution
  const fastest = trace.speedMps.reduce((a, b) => Math.max(a, b), 0)
  return (
    <Typography variant="body2" component="p">
      <strong>Lap {lapTime(trace.lapTimeS)}</strong>
      {LAP_OF[stage]} at a {givenDistance(track.stepM)} step · up to {speed(fastest)} · {lineNames[lineMethod]} ·{' '}
      {count(cones.length, 'mark')}
      <UnsafeCorners rooms={marked} />
      <StockShortage cones={cones} scheme={scheme} />
    </Typography>
  )
}
