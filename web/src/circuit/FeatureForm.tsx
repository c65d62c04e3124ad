import { MenuItem, Stack, TextField } from '@mui/material'
import { found, numberText, typedNumber } from '../forms/numbers'
import { CommitField } from '../forms/CommitField'
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
          <CommitField
            key={field.key}
            label={field.unit ? `${field.label}, ${field.unit}` : field.label}
            value={textOf(feature.properties[field.key])}
            required={field.required === true}
            numeric={field.kind === 'number'}
            wrong={(text) => wrongIn(field, text)}
            onTake={(text) => onSet({ [field.key]: text === '' ? undefined : field.kind === 'number' ? typedNumber(text) : text })}
          />
        ),
      )}
    </Stack>
  )
}

const textOf = (value: unknown) => (typeof value === 'string' ? value : typeof value === 'number' ? numberText(value) : '')

/** What is wrong with a property's text; its bounds are the reader's, which the check shows. */
function wrongIn({ kind, required }: RoleField, text: string): string | null {
  if (text.trim() === '') return required ? 'it can’t be empty' : null
  return kind === 'number' && Number.isNaN(typedNumber(text)) ? `found ${found(text)}, expected a number` : null
}
