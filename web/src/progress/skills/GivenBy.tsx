import { TextField } from '@mui/material'
import type { Person } from '@ochote/contracts'
import { SelectField } from '../../forms/SelectField'

/** Who gives their word, and the date of it. */
export interface Given {
  readonly instructorId: string
  readonly on: string
}

interface GivenByProps {
  given: Given
  instructors: readonly Person[]
  onChange: (given: Given) => void
}

/** The instructor and the date of a signature, or of its withdrawal. */
export const GivenBy = ({ given, instructors, onChange }: GivenByProps) => (
  <>
    <SelectField
      label="Instructor"
      value={given.instructorId}
      options={instructors}
      onChange={(instructorId) => onChange({ ...given, instructorId })}
      none="There are no instructors yet."
      required
      sx={{ minWidth: 200 }}
    />
    <TextField
      size="small"
      type="date"
      label="Date"
      required
      value={given.on}
      slotProps={{ inputLabel: { shrink: true } }}
      onChange={(e) => onChange({ ...given, on: e.target.value })}
    />
  </>
)
