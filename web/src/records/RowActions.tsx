import { ContentCopyOutlined, DeleteForeverOutlined, EditOutlined, FileDownloadOutlined, Inventory2Outlined } from '@mui/icons-material'
import { IconButton, TableCell } from '@mui/material'

interface RowActionsProps {
  name: string
  onChange?: () => void
  onCopy?: () => void
  onArchive?: () => void
  onErase?: () => void
  onSave?: () => void
}

/** The last cell of a record's row: change it, copy it, save it as a file, archive it, erase it for good. */
export function RowActions({ name, onChange, onCopy, onArchive, onErase, onSave }: RowActionsProps) {
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
      {onSave && (
        <IconButton size="small" title="Save as a file" aria-label={`Save ${name} as a file`} onClick={onSave}>
          <FileDownloadOutlined fontSize="small" />
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
