import { ContentCopyOutlined, EditOutlined, Inventory2Outlined } from '@mui/icons-material'
import { IconButton, TableCell } from '@mui/material'

interface RowActionsProps {
  name: string
  onChange?: () => void
  onCopy?: () => void
  onArchive?: () => void
}

/** The last cell of a record's row: change it, copy it, archive it. */
export function RowActions({ name, onChange, onCopy, onArchive }: RowActionsProps) {
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
    </TableCell>
  )
}
