import { TextField, type TextFieldProps } from '@mui/material'
import { useEffect, useRef, useState } from 'react'
import { flushSync } from 'react-dom'

interface CommitFieldProps {
  label: string
  value: string
  onTake: (text: string) => void
  /** what is wrong with a text, with what is expected; null where nothing is */
  wrong?: (text: string) => string | null
  required?: boolean
  numeric?: boolean
  placeholder?: string
  most?: number
  /** several lines, where Enter begins a new one */
  multiline?: boolean
  sx?: TextFieldProps['sx']
}

/** A field that takes effect on blur or Enter, so that typing is one step to undo. */
export function CommitField({
  label,
  value,
  onTake,
  wrong = () => null,
  required = false,
  numeric = false,
  placeholder = '',
  most = 200,
  multiline = false,
  sx = {},
}: CommitFieldProps) {
  const [typed, setTyped] = useState<string | null>(null)
  const shown = typed ?? value
  const problem = shown === '' && !required ? null : wrong(shown)
  const take = () => {
    if (typed === null || problem !== null) return
    setTyped(null)
    if (typed.trim() !== value) onTake(typed.trim())
  }
  const latest = useRef(take)
  useEffect(() => {
    latest.current = take
  })
  // a window that closes leaves no field first
  useEffect(() => {
    const leave = () => flushSync(() => latest.current())
    window.addEventListener('pagehide', leave)
    return () => window.removeEventListener('pagehide', leave)
  }, [])
  return (
    <TextField
      size="small"
      label={label}
      value={shown}
      required={required}
      multiline={multiline}
      placeholder={placeholder}
      error={problem !== null}
      helperText={problem ?? undefined}
      slotProps={{ htmlInput: { inputMode: numeric ? 'decimal' : 'text', maxLength: most }, inputLabel: { shrink: true } }}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={take}
      onKeyDown={(e) => e.key === 'Enter' && !multiline && take()}
      sx={sx}
    />
  )
}
