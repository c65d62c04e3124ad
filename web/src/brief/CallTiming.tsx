import { Typography } from '@mui/material'
import { DEFAULT_WORDS_PER_SECOND, type PlanCallSheet } from '@ochote/core'
import { count } from '../format/format'
import type { OpenStint } from '../stint/openStint'

interface CallTimingProps {
  open: Pick<OpenStint, 'plan' | 'student' | 'instructor'>
  sheet: PlanCallSheet
  lap: number
}

/** What a call sheet depends on: speed of speech, reaction time, and what the student wants. */
export function CallTiming({ open: { plan, student, instructor }, sheet, lap }: CallTimingProps) {
  return (
    <Typography color="text.secondary">
      {count(sheet.calls.length, 'call')}, {sheet.timing.wordsPerSecond.toFixed(1)} words a second
      {instructor.wordsPerSecond === null
        ? ` (usual: ${instructor.name} has not been measured, so ${DEFAULT_WORDS_PER_SECOND} is used)`
        : ` (${instructor.name}, measured)`}
      , each ends {sheet.timing.reactionS.toFixed(1)} s before its action
      {plan.firstSession ? ': a first session' : ''}.{' '}
      {student.talk === 'few'
        ? `${student.name} wants few words.`
        : student.talk === 'many'
          ? `${student.name} wants many words: nothing fades.`
          : ''}
      {lap > 2 && student.talk !== 'many' ? ' If both laps before were right, only slowing down is called, in one word.' : ''}
    </Typography>
  )
}
