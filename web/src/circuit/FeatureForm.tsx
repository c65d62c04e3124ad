import { MenuItem, Stack, TextField } from '@mui/material'
import { useState } from 'react'
import type { DocumentFeature } from './documentEdits'
import { roleFields, type RoleField } from './roleFields'

interface FeatureFormProps {
  feature: DocumentFeature
  onSet: (set: Readonly<Record<string, unknown>>) => void
}

/** The properties of a feature's role. */
export function FeatureForm({ feature, onSet }: FeatureFormProps) {
  const fields = roleFields[feature.properties.role as keyof typeof roleFields] ?? []
  return (
    <Stack sx={{ gap: 1.25, mt: 1 }}>
      {fields.map((field) =>
        field.kind === 'choice' ? (
          <TextField
            key={field.key}
            select
            size="small"
            label={field.label}
            value={textOf(feature.properties[field.key])}
            onChange={(e) => onSet({ [field.key]: e.target.value === '' ? undefined : e.target.value })}
          >
            {!field.required && <MenuItem value="">not said</MenuItem>}
            {(field.choices ?? []).map((choice) => (
              <MenuItem key={choice} value={choice}>
                {choice}
              </MenuItem>
            ))}
          </TextField>
        ) : (
          <TypedField key={field.key} field={field} value={feature.properties[field.key]} onSet={onSet} />
        ),
      )}
    </Stack>
  )
}

const textOf = (value: unknown) => (typeof value === 'string' || typeof value === 'number' ? String(value) : '')

/** A field that is taken over when it is left, so that a word typed is one step to undo. */
function TypedField({ field, value, onSet }: { field: RoleField; value: unknown; onSet: FeatureFormProps['onSet'] }) {
  const [typed, setTyped] = useState<string | null>(null)
  const shown = typed ?? textOf(value)
  const number = Number(shown.replace(',', '.'))
  const wrong = field.kind === 'number' && shown.trim() !== '' && !Number.isFinite(number)
  const missing = field.required === true && shown.trim() === ''
  const take = () => {
    if (typed === null || wrong || missing) return
    const text = typed.trim()
    setTyped(null)
    if (text !== textOf(value)) onSet({ [field.key]: text === '' ? undefined : field.kind === 'number' ? number : text })
  }
  return (
    <TextField
      size="small"
      label={field.unit ? `${field.label}, ${field.unit}` : field.label}
      value={shown}
      required={field.required === true}
      error={wrong || missing}
      helperText={wrong ? `found ${shown}, expected a number` : missing ? 'it cannot be left out' : undefined}
      slotProps={{ htmlInput: { inputMode: field.kind === 'number' ? 'decimal' : 'text', maxLength: 200 } }}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={take}
      onKeyDown={(e) => e.key === 'Enter' && take()}
    />
  )
}
