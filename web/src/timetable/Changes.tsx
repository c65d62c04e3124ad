import { Box, Typography } from '@mui/material'
import type { TimetablePlace } from '@ochote/contracts'
import { changesOf } from '@ochote/core'
import type { Names } from './names'

interface ChangesProps {
  was: readonly TimetablePlace[]
  now: readonly TimetablePlace[]
  names: Names
  title: string
}

/** What is different between two timetables, and for whom. */
export function Changes({ was, now, names, title }: ChangesProps) {
  const changes = changesOf(was, now)
  const words = (place: TimetablePlace) => `${place.startsAt} in ${names.of(place.vehicle)} with ${names.of(place.instructor)}`
  return (
    <Box component="section" aria-label={title}>
      <Typography variant="h3">
        {title}: {changes.length === 0 ? 'nothing' : changes.length}
      </Typography>
      {changes.length > 0 && (
        <Box component="ul" sx={{ my: 0.5, pl: 2.5, maxHeight: 260, overflow: 'auto' }}>
          {changes.map(({ student, was: before, now: after }) => (
            <li key={(after ?? before)!.id}>
              <strong>{names.of(student)}</strong>{' '}
              {before && after
                ? `${words(before)}, now ${words(after)}`
                : after
                  ? `new at ${words(after)}`
                  : `no longer at ${words(before!)}`}
            </li>
          ))}
        </Box>
      )}
    </Box>
  )
}
