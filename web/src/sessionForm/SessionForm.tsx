import { Alert, Button, Stack, TextField } from '@mui/material'
import type { ReactNode } from 'react'
import { ConflictDialog } from '../problem/ConflictDialog'
import { ProblemNotice } from '../problem/ProblemNotice'
import type { Typed } from '../records/useTyped'
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
  isNew: boolean
  form: Pick<Typed<{ name: string; startsAt: string }>, 'typed' | 'set' | 'isChanged' | 'isKept' | 'startAgain'>
  /** beside name and start */
  beside: ReactNode
  /** whether the rest of the form is valid */
  good: boolean
  save: ReturnType<typeof useSaveSession>
  onKeep: () => void
  onCancel: (() => void) | null
  children: ReactNode
}

/**
 * The frame of a session's form: problems, fields, and the way out. A change is saved on the way out; what can't be saved yet is
 * still there when the form is opened again.
 */
export function SessionForm({ label, isNew, form, beside, good, save, onKeep, onCancel, children }: SessionFormProps) {
  const { name, startsAt } = form.typed
  const nameGood = name.trim() !== ''
  const ready = good && nameGood && isTimeOfDay(startsAt)
  const goBack = onCancel && (() => (!isNew && form.isChanged && ready && !save.error ? onKeep() : onCancel()))
  return (
    <Stack
      component="form"
      aria-label={label}
      sx={{ gap: 2, maxWidth: 720 }}
      onSubmit={(e) => {
        e.preventDefault()
        if (ready && (isNew || form.isChanged)) onKeep()
        else if (ready) onCancel?.()
      }}
    >
      {save.error && <ProblemNotice error={save.error} />}
      <ConflictDialog what="session" conflict={save.conflict} />
      {form.isKept && (
        <Alert severity="info" action={<Button onClick={form.startAgain}>Start again</Button>}>
          This is what you typed last time. It is not saved yet.
        </Alert>
      )}
      <Stack direction="row" sx={{ gap: 1.5, flexWrap: 'wrap' }}>
        <SessionField label="Name" value={name} onChange={(text) => form.set({ name: text })} good={nameGood} expected="a name" />
        <SessionField
          label="Starts at"
          value={startsAt}
          onChange={(text) => form.set({ startsAt: text })}
          good={isTimeOfDay(startsAt)}
          expected="a time such as 09:00"
          width={140}
        />
        {beside}
      </Stack>
      {children}
      <Stack direction="row" sx={{ gap: 1 }}>
        <Button type="submit" variant="contained" disabled={!ready || save.saving}>
          {isNew ? 'Create the session' : 'Done'}
        </Button>
        {!isNew && form.isChanged && <Button onClick={form.startAgain}>Put back</Button>}
        {goBack && (isNew || !ready) && <Button onClick={goBack}>Back</Button>}
      </Stack>
    </Stack>
  )
}
