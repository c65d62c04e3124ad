import { ContentCopyOutlined, DeleteForeverOutlined, EditOutlined, Inventory2Outlined } from '@mui/icons-material'
import { IconButton, TableCell } from '@mui/material'

interface RowActionsProps {
  name: string
  onChange?: () => void
  onCopy?: () => void
  onArchive?: () => void
  onErase?: () => void
}

/** The last cell of a record's row: change it, copy it, archive it, erase it for good. */
export function RowActions({ name, onChange, onCopy, onArchive, onErase }: RowActionsProps) {
  return (
    <TableCell align="right" className="no-print" sx={{ whiteSpace: 'nowrap', py: 0 }}>
      {onChange && (
        <IconButton size="small" title="Change" aria-label={`Change ${name}`} onClick={onChange}>
          <EditOutlined fontSize="small" />
        </IconButton>
      )}
      {onCopy && (
        <IconButton size="small" title="Copy" aria-label={`Copy ${name}`} onClick={onCopy}>
          <ContentCopyOutlined fontSize="small" />
        </IconButton>
      )}
      {onArchive && (
        <IconButton size="small" title="Archive" aria-label={`Archive ${name}`} onClick={onArchive}>
          <Inventory2Outlined fontSize="small" />
        </IconButton>
      )}
      {onErase && (
        <IconButton size="small" title="Erase" aria-label={`Erase ${name}`} onClick={onErase}>
          <DeleteForeverOutlined fontSize="small" />
        </IconButton>
      )}
    </TableCell>
  )
}
