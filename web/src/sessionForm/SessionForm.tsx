import { Button, Stack, TextField } from '@mui/material'
import type { ReactNode } from 'react'
import { ConflictDialog } from '../problem/ConflictDialog'
import { ProblemNotice } from '../problem/ProblemNotice'
import type { useSaveSession } from './useSaveSession'

const TIME = /^([01]\d|2[0-3]):[0-5]\d$/
export const isTimeOfDay = (text: string): boolean => TIME.test(text)

interface SessionFieldProps {
  label: string
  value: string
  onChange: (text: string) => void
  good: boolean
  /** what is expected, shown while the value is something else */
  expected: string
  width?: number
}

/** A field of a session's form that says what it expects. */
export function SessionField({ label, value, onChange, good, expected, width }: SessionFieldProps) {
  return (
    <TextField
      size="small"
      label={label}
      value={value}
      onChange={(e) => onChange(e.target.value)}
      error={!good}
      helperText={good ? ' ' : `expected ${expected}`}
      sx={width ? { width } : {}}
    />
  )
}

interface SessionFormProps {
  label: string
  name: string
  onName: (text: string) => void
  startsAt: string
  onStartsAt: (text: string) => void
  /** beside name and start */
  beside: ReactNode
  /** whether the rest of the form is valid */
  good: boolean
  save: ReturnType<typeof useSaveSession>
  onKeep: () => void
  /** the word on the button that saves */
  saveWord?: string
  onCancel: (() => void) | null
  children: ReactNode
}

/** The frame of a session's form: problems, fields, save and cancel. */
export function SessionForm({
  label,
  name,
  onName,
  startsAt,
  onStartsAt,
  beside,
  good,
  save,
  onKeep,
  saveWord = 'Create the session',
  onCancel,
  children,
}: SessionFormProps) {
  const nameGood = name.trim() !== ''
  const ready = good && nameGood && isTimeOfDay(startsAt)
  return (
    <Stack
      component="form"
      aria-label={label}
      sx={{ gap: 2, maxWidth: 720 }}
      onSubmit={(e) => {
        e.preventDefault()
        if (ready) onKeep()
      }}
    >
      {save.error && <ProblemNotice error={save.error} />}
      <ConflictDialog what="session" conflict={save.conflict} />
      <Stack direction="row" sx={{ gap: 1.5, flexWrap: 'wrap' }}>
        <SessionField label="Name" value={name} onChange={onName} good={nameGood} expected="a name" />
        <SessionField
          label="Starts at"
          value={startsAt}
          onChange={onStartsAt}
          good={isTimeOfDay(startsAt)}
          expected="a time such as 09:00"
          width={140}
        />
        {beside}
      </Stack>
      {children}
      <Stack direction="row" sx={{ gap: 1 }}>
        <Button type="submit" variant="contained" disabled={!ready || save.saving}>
          {saveWord}
        </Button>
        {onCancel && <Button onClick={onCancel}>Back</Button>}
      </Stack>
    </Stack>
  )
}
