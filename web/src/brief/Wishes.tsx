import { Box, Stack, Typography } from '@mui/material'
import { ToggleButton, ToggleButtonGroup } from '@mui/material'
import type { Person } from '@ochote/contracts'
import { useSavePerson } from '../api/useSavePerson'
import { CommitField } from '../forms/CommitField'
import { ConflictDialog } from '../problem/ConflictDialog'
import { ProblemNotice } from '../problem/ProblemNotice'

/** The student's experience and wishes. They change pace, calls and fading, and the next instructor starts from them. */
export function Wishes({ student, vehicleNotes }: { student: Person; vehicleNotes: string }) {
  const save = useSavePerson(student)
  return (
    <Box component="section" aria-labelledby="wishes">
      <Typography id="wishes" variant="h2" sx={{ mb: 1 }}>
        {student.name} and this car
      </Typography>
      {save.error && <ProblemNotice error={save.error} onRetry={save.retry} />}
      <ConflictDialog what="person" conflict={save.conflict} />
      <Stack sx={{ gap: 1.25 }}>
        <CommitField label="Has driven" value={student.experience} most={400} onTake={(experience) => save.save({ experience })} />
        <CommitField label="Wants" value={student.wishes} most={400} onTake={(wishes) => save.save({ wishes })} />
        <Stack direction="row" sx={{ gap: 2, flexWrap: 'wrap' }}>
          <ToggleButtonGroup
            exclusive
            size="small"
            aria-label="How to coach them"
            value={student.push}
            onChange={(_e, push: Person['push']) => save.save({ push })}
          >
            <ToggleButton value="push">Push me</ToggleButton>
            <ToggleButton value="calm">Calm</ToggleButton>
          </ToggleButtonGroup>
          <ToggleButtonGroup
            exclusive
            size="small"
            aria-label="How much to say"
            value={student.talk}
            onChange={(_e, talk: Person['talk']) => save.save({ talk })}
          >
            <ToggleButton value="many">Many words</ToggleButton>
            <ToggleButton value="few">Few words</ToggleButton>
          </ToggleButtonGroup>
        </Stack>
        {vehicleNotes !== '' && (
          <Typography variant="body2">
            <Box component="span" sx={{ color: 'text.secondary' }}>
              The vehicle:{' '}
            </Box>
            {vehicleNotes}
          </Typography>
        )}
      </Stack>
    </Box>
  )
}
