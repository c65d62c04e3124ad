import { MenuItem, TextField } from '@mui/material'
import type { Person } from '@ochote/contracts'

interface AtTheWallProps {
  instructors: readonly Pick<Person, 'id' | 'name'>[]
  /** null where nobody said so */
  instructorId: string | null
  onChange: (instructorId: string | null) => void
}

const NOBODY = 'nobody'

/** Who is at the wall with this device: the faults that are typed here are logged by them. */
export const AtTheWall = ({ instructors, instructorId, onChange }: AtTheWallProps) => (
  <TextField
    select
    size="small"
    label="At the wall"
    value={instructorId ?? NOBODY}
    onChange={(e) => onChange(e.target.value === NOBODY ? null : e.target.value)}
    sx={{ minWidth: 150 }}
    slotProps={{ select: { MenuProps: { disableRestoreFocus: true } } }} // the field for codes takes it
  >
    <MenuItem value={NOBODY}>not said</MenuItem>
    {instructors.map(({ id, name }) => (
      <MenuItem key={id} value={id}>
        {name}
      </MenuItem>
    ))}
  </TextField>
)
