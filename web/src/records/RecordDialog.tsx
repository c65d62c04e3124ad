import { Alert, Button, Dialog, DialogActions, DialogContent, DialogTitle, type DialogProps } from '@mui/material'
import { useId, type ReactNode } from 'react'
import type { useVersionedSave } from '../api/useVersionedSave'
import { ConflictDialog } from '../problem/ConflictDialog'
import { ProblemNotice } from '../problem/ProblemNotice'
import type { Typed } from './useTyped'

interface RecordDialogProps<Draft> {
  title: string
  /** what is made or changed, for example "car" */
  what: string
  form: Pick<Typed<object>, 'isChanged' | 'isKept' | 'startAgain'>
  /** what is to be saved; null where the form is not complete */
  draft: Draft | null
  state: Pick<ReturnType<typeof useVersionedSave<Draft, unknown>>, 'save' | 'saving' | 'error' | 'conflict'>
  /** the word on the button that makes something new; null where something is changed */
  makeWord: string | null
  /** more that can be done, beside the buttons */
  actions?: ReactNode
  maxWidth?: DialogProps['maxWidth']
  onClose: () => void
  children: ReactNode
}

/**
 * The frame of a form that makes or changes one record. A change is saved on the way out, however the form is left; what can't be
 * saved yet, and something new that is not added yet, is still there when the form is opened again.
 */
export function RecordDialog<Draft>(props: RecordDialogProps<Draft>) {
  const { title, what, form, draft, state, makeWord, actions, maxWidth = 'sm', onClose, children } = props
  const id = useId()
  const { save, saving, error, conflict } = state
  const isNew = makeWord !== null
  const leave = () => {
    if (saving) return
    if (isNew || !form.isChanged || draft === null || error) onClose()
    else save(draft)
  }
  return (
    <Dialog open onClose={(_e, reason) => reason !== 'backdropClick' && leave()} fullWidth maxWidth={maxWidth} aria-labelledby={id}>
      <form
        noValidate
        onSubmit={(e) => {
          e.preventDefault()
          if (draft === null || saving) return
          if (isNew || form.isChanged) save(draft)
          else onClose()
        }}
      >
        <DialogTitle id={id}>{title}</DialogTitle>
        <DialogContent sx={{ display: 'flex', flexDirection: 'column', gap: 2, pt: '8px !important' }}>
          {error && <ProblemNotice error={error} />}
          <ConflictDialog what={what} conflict={conflict} />
          {form.isKept && (
            <Alert severity="info" action={<Button onClick={form.startAgain}>Start again</Button>}>
              This is what you typed last time. It is not saved yet.
            </Alert>
          )}
          {children}
        </DialogContent>
        <DialogActions>
          {actions}
          {!isNew && form.isChanged && <Button onClick={form.startAgain}>Put back</Button>}
          {(isNew || draft === null) && <Button onClick={leave}>Close</Button>}
          <Button type="submit" variant="contained" disabled={draft === null || saving}>
            {makeWord ?? 'Done'}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  )
}
