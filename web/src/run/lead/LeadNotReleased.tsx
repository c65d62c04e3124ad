import { Stack, Typography } from '@mui/material'
import { Target } from '../Target'

/** A follower who may not be released yet, with the reason. */
export interface Held {
  readonly name: string
  readonly why: string
  readonly stintId: string
}

interface LeadNotReleasedProps {
  held: readonly Held[]
  /** why a car can't be used yet */
  cars: readonly string[]
  onBriefed: (stintId: string) => void
}

/** The followers and cars that can't be released, each follower with a button to brief them. */
export function LeadNotReleased({ held, cars, onBriefed }: LeadNotReleasedProps) {
  return (
    <Stack role="alert" sx={{ gap: 1, borderLeft: 6, borderColor: 'error.main', pl: 1.5 }}>
      {cars.map((why) => (
        <Typography key={why}>
          <strong>Not released.</strong> {why}.
        </Typography>
      ))}
      {held.map(({ name, why, stintId }) => (
        <Stack key={stintId} direction="row" sx={{ gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
          <Typography>
            <strong>{name} is not released.</strong> {why}.
          </Typography>
          <Target onClick={() => onBriefed(stintId)}>Briefed {name} now</Target>
        </Stack>
      ))}
    </Stack>
  )
}
