import { Redo, Undo } from '@mui/icons-material'
import { IconButton, Tooltip } from '@mui/material'
import { useUndoKeys } from './useUndoKeys'

interface UndoRedoProps {
  canUndo: boolean
  canRedo: boolean
  undo: () => void
  redo: () => void
}

/** Undo and redo, by button and by key. */
export function UndoRedo({ canUndo, canRedo, undo, redo }: UndoRedoProps) {
  useUndoKeys(undo, redo)
  return (
    <span className="no-print">
      <Tooltip title="Undo (Ctrl+Z)">
        <span>
          <IconButton aria-label="Undo" disabled={!canUndo} onClick={undo}>
            <Undo />
          </IconButton>
        </span>
      </Tooltip>
      <Tooltip title="Redo (Ctrl+Shift+Z)">
        <span>
          <IconButton aria-label="Redo" disabled={!canRedo} onClick={redo}>
            <Redo />
          </IconButton>
        </span>
      </Tooltip>
    </span>
  )
}
