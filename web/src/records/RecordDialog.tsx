import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material'
import { useId, type ReactNode } from 'react'
import type { useVersionedSave } from '../api/useVersionedSave'
import { ConflictDialog } from '../problem/ConflictDialog'
import { ProblemNotice } from '../problem/ProblemNotice'

interface RecordDialogProps<Draft> {
  title: string
  /** what is made or changed, for example "car" */
  what: string
  /** what is to be saved; null where the form is not complete */
  draft: Draft | null
  state: Pick<ReturnType<typeof useVersionedSave<Draft, unknown>>, 'save' | 'saving' | 'error' | 'conflict'>
  /** the word on the button that saves */
  saveWord?: string
  onClose: () => void
  children: ReactNode
}

/** The frame of a form that makes or changes one record: problems, fields, save and cancel. */
export function RecordDialog<Draft>({ title, what, draft, state, saveWord = 'Save', onClose, children }: RecordDialogProps<Draft>) {
  const id = useId()
  const { save, saving, error, conflict } = state
  return (
    <Dialog open onClose={(_e, reason) => reason !== 'backdropClick' && onClose()} fullWidth maxWidth="sm" aria-labelledby={id}>
      <form
        noValidate
        onSubmit={(e) => {
          e.preventDefault()
          if (draft !== null && !saving) save(draft)
        }}
      >
        <DialogTitle id={id}>{title}</DialogTitle>
        <DialogContent sx={{ display: 'flex', flexDirection: 'column', gap: 2, pt: '8px !important' }}>
          {error && <ProblemNotice error={error} />}
          <ConflictDialog what={what} conflict={conflict} />
          {children}
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={draft === null || saving}>
            {saveWord}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  )
}
