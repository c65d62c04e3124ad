import { MenuItem, Stack, TextField } from '@mui/material'
import { found, numberText, typedNumber } from '../forms/numbers'
import { CommitField } from '../forms/CommitField'
import { unitSet } from '../format/units'
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
            label={field.unit ? `${field.label}, ${shownUnit(field.unit).name}` : field.label}
            value={textOf(feature.properties[field.key], field.unit)}
            required={field.required === true}
            numeric={field.kind === 'number'}
            wrong={(text) => wrongIn(field, text)}
            onTake={(text) => onSet({ [field.key]: text === '' ? undefined : field.kind === 'number' ? stored(text, field.unit) : text })}
          />
        ),
      )}
    </Stack>
  )
}

const KMH_PER_MPS = 3.6
const PLACES = 3

/** What a stored unit is shown as, and how much of it one of those is. */
function shownUnit(unit: RoleField['unit']): { name: string; per: number } {
  const { length, lengthM, speed, speedMps } = unitSet()
  if (unit === 'm') return { name: length, per: lengthM }
  return unit === 'km/h' ? { name: speed, per: speedMps * KMH_PER_MPS } : { name: '', per: 1 }
}

const stored = (text: string, unit: RoleField['unit']): number => typedNumber(text) * shownUnit(unit).per

function textOf(value: unknown, unit?: RoleField['unit']): string {
  if (typeof value === 'string') return value
  return typeof value === 'number' ? numberText(Number((value / shownUnit(unit).per).toFixed(PLACES))) : ''
}

/** What is wrong with a property's text; its bounds are the reader's, which the check shows. */
function wrongIn({ kind, required }: RoleField, text: string): string | null {
  if (text.trim() === '') return required ? 'it can’t be empty' : null
  return kind === 'number' && Number.isNaN(typedNumber(text)) ? `found ${found(text)}, expected a number` : null
}
