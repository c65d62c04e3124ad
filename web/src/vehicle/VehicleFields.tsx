import { Box, MenuItem, TextField, Typography, type TextFieldProps } from '@mui/material'
import type { ReactNode } from 'react'
import { vehicleKinds } from '@ochote/contracts'
import { fieldGroups } from './vehicleFields'
import type { VehicleForm } from './vehicleForm'

interface VehicleFieldsProps {
  form: VehicleForm
  problems: Partial<Record<keyof VehicleForm, string>>
  onChange: (change: Partial<VehicleForm>) => void
}

/** Every number of a vehicle, each with what it means or what is wrong with it. */
export function VehicleFields({ form, problems, onChange }: VehicleFieldsProps) {
  const field = (name: keyof VehicleForm, label: string, help: string, more: Partial<TextFieldProps> = {}) => (
    <TextField
      key={name}
      size="small"
      label={label}
      value={form[name]}
      error={problems[name] !== undefined}
      helperText={problems[name] ?? help}
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { maxLength: 4000 } }}
      onChange={(e) => onChange({ [name]: e.target.value })}
      {...more}
    />
  )
  return (
    <Box component="form" noValidate onSubmit={(e) => e.preventDefault()} sx={{ display: 'flex', flexDirection: 'column', gap: 3 }}>
      <Group title="What it is">
        {field('name', 'Name', 'The name that people use on the day.')}
        <TextField
          select
          size="small"
          label="Kind"
          value={form.kind}
          helperText="This decides which faults and lines are offered."
          onChange={(e) => onChange({ kind: vehicleKinds.find((kind) => kind === e.target.value) ?? form.kind })}
        >
          {vehicleKinds.map((kind) => (
            <MenuItem key={kind} value={kind}>
              {kind}
            </MenuItem>
          ))}
        </TextField>
        {form.kind === 'motorcycle' &&
          field('maxLeanDeg', 'Maximum lean, °', 'The angle at which something touches down, or the school’s own limit.')}
      </Group>
      {fieldGroups.map((group) => (
        <Group key={group.title} title={group.title}>
          {group.fields.map(({ key, label, help }) => field(key, label, help))}
          {group.title === 'Engine and gears' && (
            <>
              {field('gears', 'Gear ratios, first to top', 'Separated by spaces. A kart has one.')}
              {field('torqueNm', 'Torque curve: rpm and Nm, one pair on each line', 'At the crank, rpm rising. Constant beyond its ends.', {
                multiline: true,
                minRows: 4,
              })}
            </>
          )}
        </Group>
      ))}
      <Group title="For the briefing">
        {field('notes', 'Notes', 'Paddles or lever, modes, how it reacts when you lift off.', {
          multiline: true,
          minRows: 3,
          sx: { gridColumn: '1 / -1' },
        })}
      </Group>
    </Box>
  )
}

function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box component="fieldset" sx={{ border: 0, p: 0, m: 0 }}>
      <Typography component="legend" variant="h2" sx={{ mb: 1.25, p: 0 }}>
        {title}
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, gap: 1.75 }}>{children}</Box>
    </Box>
  )
}
