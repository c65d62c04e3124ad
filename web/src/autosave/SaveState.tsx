import { Stack, Typography } from '@mui/material'
import { UndoRedo } from '../undo/UndoRedo'
import type { Autosave } from './useAutosave'

interface SaveStateProps {
  state: Pick<Autosave<unknown>, 'saving' | 'version' | 'canUndo' | 'canRedo' | 'undo' | 'redo'>
  /** what to say before anything was ever stored */
  before?: string
}

/** Whether what is seen is stored, with undo and redo. Nobody has to press anything for it. */
export function SaveState({ state, before = 'Nothing to save yet' }: SaveStateProps) {
  const words = {
    saved: state.version === 0 ? before : `Saved, version ${state.version}`,
    saving: 'Saving…',
    incomplete: 'Kept on this device until it is complete',
    failed: 'Not saved; kept on this device',
  }[state.saving]
  return (
    <Stack direction="row" className="no-print" sx={{ alignItems: 'center' }}>
      <UndoRedo {...state} />
      <Typography variant="body2" role="status" color={state.saving === 'failed' ? 'error' : 'text.secondary'}>
        {words}
      </Typography>
    </Stack>
  )
}
