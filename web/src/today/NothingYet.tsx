import { Button } from '@mui/material'
import { Link as RouterLink } from 'react-router'
import type { DayView } from '@ochote/contracts'
import { EmptyState } from '../shell/EmptyState'
import { stagePath } from '../shell/stages'

/** What a day without stints needs first. */
export function NothingYet({ day }: { day: DayView }) {
  const hasPlan = day.plans.length > 0
  return (
    <EmptyState
      title={hasPlan ? 'No stint yet' : 'No plan yet'}
      action={
        hasPlan ? null : (
          <Button variant="contained" component={RouterLink} to={stagePath(day.id, 'plan')}>
            Make a plan
          </Button>
        )
      }
    >
      {hasPlan
        ? 'A stint is one student in one car with one instructor, for a number of laps on a plan.'
        : 'A plan has the line, speeds and cones of one vehicle type on this circuit. Stints are driven on it.'}
    </EmptyState>
  )
}
