import { Box, Button, Checkbox, FormControlLabel, Typography } from '@mui/material'
import type { Person } from '@ochote/contracts'
import { toggled } from './toggled'

interface WhoIsHereProps {
  students: readonly Pick<Person, 'id' | 'name'>[]
  present: readonly string[]
  /** students with whom it was gone through in the car since */
  gone: ReadonlySet<string>
  onPresent: (present: string[]) => void
}

/** The roll: who was at the meeting, and who can't be released yet. */
export function WhoIsHere({ students, present, gone, onPresent }: WhoIsHereProps) {
  const absent = students.filter((p) => !present.includes(p.id))
  const held = absent.filter((p) => !gone.has(p.id))
  return (
    <Box component="section" aria-label="Who is here">
      <Typography variant="h2">Who is here</Typography>
      {students.map((p) => (
        <FormControlLabel
          key={p.id}
          sx={{ display: 'flex' }}
          label={gone.has(p.id) && !present.includes(p.id) ? `${p.name}, gone through it since` : p.name}
          control={<Checkbox checked={present.includes(p.id)} onChange={() => onPresent(toggled(present, p.id))} />}
        />
      ))}
      <Button size="small" disabled={absent.length === 0} onClick={() => onPresent([...present, ...absent.map((p) => p.id)])}>
        Everyone
      </Button>
      <Typography sx={{ mt: 1 }} color={held.length > 0 ? 'error' : 'text.secondary'}>
        {absent.length === 0
          ? 'Everyone is here.'
          : held.length === 0
            ? 'Everyone is here, or has gone through it since.'
            : `Can’t be released until they have had the briefing: ${held.map((p) => p.name).join(', ')}`}
      </Typography>
    </Box>
  )
}
