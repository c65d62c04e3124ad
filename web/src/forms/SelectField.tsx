import { MenuItem, TextField, type TextFieldProps } from '@mui/material'

interface SelectFieldProps<Id extends string> {
  label: string
  value: Id | ''
  options: readonly { readonly id: Id; readonly name: string }[]
  onChange: (id: Id) => void
  /** what is missing where there is nothing to choose from */
  none?: string
  required?: boolean
  sx?: TextFieldProps['sx']
}

/** One of several, by name. */
export function SelectField<Id extends string>({ label, value, options, onChange, none, required = false, sx = {} }: SelectFieldProps<Id>) {
  return (
    <TextField
      select
      size="small"
      label={label}
      required={required}
      value={options.some((option) => option.id === value) ? value : ''}
      helperText={options.length === 0 ? none : undefined}
      onChange={(e) => {
        const chosen = options.find((option) => option.id === e.target.value)
        if (chosen) onChange(chosen.id)
      }}
      sx={sx}
    >
      {options.map(({ id, name }) => (
        <MenuItem key={id} value={id}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  )
}
