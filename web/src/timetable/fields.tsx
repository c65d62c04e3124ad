import { MenuItem, TextField } from '@mui/material'
import { CommitField } from '../forms/CommitField'
import { numberText, wholeNumber } from '../forms/numbers'
import { wrongIfAnyTime } from '../forms/times'

interface WholeFieldProps {
  label: string
  /** null where nothing is set */
  value: number | null
  least: number
  most: number
  onTake: (value: number | null) => void
  required?: boolean
  /** what holds where nothing is set */
  otherwise?: string
  width?: number
}

/** A whole number in a field. */
export function WholeField({ label, value, least, most, onTake, required = false, otherwise = 'any', width = 104 }: WholeFieldProps) {
  const wrong = (text: string) =>
    wholeNumber(text, least, most) === null && (required || text.trim() !== '')
      ? `found ${text.trim() || 'nothing'}, expected ${least} to ${most}`
      : null
  return (
    <CommitField
      label={label}
      numeric
      placeholder={required ? '' : otherwise}
      required={required}
      value={value === null ? '' : numberText(value)}
      wrong={wrong}
      onTake={(text) => onTake(text.trim() === '' ? null : wholeNumber(text, least, most))}
      sx={{ width }}
    />
  )
}

/** A time that may be left open. */
export function OpenTime({
  label,
  value,
  onTake,
}: {
  label: string
  value: string | undefined
  onTake: (time: string | undefined) => void
}) {
  return (
    <CommitField
      label={label}
      value={value ?? ''}
      placeholder="any"
      wrong={wrongIfAnyTime}
      onTake={(text) => onTake(text || undefined)}
      sx={{ width: 92 }}
    />
  )
}

interface FitsProps {
  label: string
  /** ids of those that fit; undefined for any */
  value: readonly string[] | undefined
  options: readonly { id: string; name: string }[]
  onTake: (ids: string[] | undefined) => void
}

/** Which ones fit; none chosen means any. */
export function FitsField({ label, value, options, onTake }: FitsProps) {
  const chosen = (value ?? []).filter((id) => options.some((option) => option.id === id))
  const names = chosen.map((id) => options.find((option) => option.id === id)!.name)
  return (
    <TextField
      select
      size="small"
      label={label}
      value={chosen}
      slotProps={{
        select: { multiple: true, displayEmpty: true, renderValue: () => names.join(', ') || 'any' },
        inputLabel: { shrink: true },
      }}
      onChange={(e) => {
        const ids = [e.target.value as unknown as string | string[]].flat()
        onTake(ids.length === 0 ? undefined : ids)
      }}
      sx={{ width: 150 }}
    >
      {options.map(({ id, name }) => (
        <MenuItem key={id} value={id}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  )
}
