import { TextField, type TextFieldProps } from '@mui/material'

interface TextLineProps {
  label: string
  value: string
  /** characters at the most */
  most: number
  onText: (text: string) => void
  required?: boolean
  /** whether typing begins here when the form opens */
  autoFocus?: boolean
  sx?: TextFieldProps['sx']
}

/** A line of text of limited length. */
export function TextLine({ label, value, most, onText, required = false, autoFocus = false, sx = {} }: TextLineProps) {
  return (
    <TextField
      size="small"
      label={label}
      required={required}
      autoFocus={autoFocus}
      value={value}
      slotProps={{ htmlInput: { maxLength: most } }}
      onChange={(e) => onText(e.target.value)}
      sx={sx}
    />
  )
}
