import { Box, Button, Checkbox, FormControlLabel, Typography } from '@mui/material'
import type { Person } from '@ochote/contracts'
import { toggled } from './toggled'

interface WhoIsHereProps {
  students: readonly Pick<Person, 'id' | 'name'>[]
  present: readonly string[]
  onPresent: (present: string[]) => void
}

/** The roll: who was at the meeting, and who can't be released yet. */
export function WhoIsHere({ students, present, onPresent }: WhoIsHereProps) {
  const absent = students.filter((p) => !present.includes(p.id))
  return (
    <Box component="section" aria-label="Who is here">
      <Typography variant="h2">Who is here</Typography>
      {students.map((p) => (
        <FormControlLabel
          key={p.id}
          sx={{ display: 'flex' }}
          label={p.name}
          control={<Checkbox checked={present.includes(p.id)} onChange={() => onPresent(toggled(present, p.id))} />}
        />
      ))}
      <Button size="small" disabled={absent.length === 0} onClick={() => onPresent([...present, ...absent.map((p) => p.id)])}>
        Everyone
      </Button>
      <Typography sx={{ mt: 1 }} color={absent.length > 0 ? 'error' : 'text.secondary'}>
        {absent.length === 0
          ? 'Everyone is here.'
          : `Can’t be released until they have had the briefing: ${absent.map((p) => p.name).join(', ')}`}
      </Typography>
    </Box>
  )
}
