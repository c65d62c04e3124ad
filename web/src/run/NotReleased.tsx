import { Stack, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { dayQuery } from '../api/queries'
import { useNavigate } from 'react-router'
import { Target } from './Target'

const ASK_EVERY_MS = 5_000

interface NotReleasedProps {
  why: string
  dayId: string
  meetingPath: string
  onDone: (() => void) | null
}

/** A student who can't be released yet, why, and what to do about it here. */
export function NotReleased({ why, dayId, meetingPath, onDone }: NotReleasedProps) {
  const navigate = useNavigate()
  // the instructor who holds the meeting may tick the student in the meantime
  useQuery({ ...dayQuery(dayId), refetchInterval: ASK_EVERY_MS })
  return (
    <Stack role="alert" sx={{ gap: 1, borderLeft: 6, borderColor: 'error.main', pl: 1.5 }}>
      <Typography sx={{ fontSize: '1.2rem' }}>
        <strong>Not released.</strong> {why}.
      </Typography>
      <Stack direction="row" sx={{ gap: 1, flexWrap: 'wrap' }}>
        <Target onClick={() => void navigate(meetingPath)}>{onDone ? 'Open the meeting' : 'Check the car'}</Target>
        {onDone && (
          <Target tone="action" onClick={onDone}>
            Briefed them now
          </Target>
        )}
      </Stack>
    </Stack>
  )
}
