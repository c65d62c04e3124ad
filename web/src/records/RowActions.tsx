import { EditOutlined, Inventory2Outlined } from '@mui/icons-material'
import { IconButton, TableCell } from '@mui/material'

interface RowActionsProps {
  name: string
  onChange?: () => void
  onArchive?: () => void
}

/** The last cell of a record's row: change it, archive it. */
export function RowActions({ name, onChange, onArchive }: RowActionsProps) {
  return (
    <TableCell align="right" className="no-print" sx={{ whiteSpace: 'nowrap', py: 0 }}>
      {onChange && (
        <IconButton size="small" title="Change" aria-label={`Change ${name}`} onClick={onChange}>
          <EditOutlined fontSize="small" />
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
