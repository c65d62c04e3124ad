import {
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogContentText,
  DialogTitle,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
} from '@mui/material'
import type { DraftDifference } from './draftDifferences'

interface ConflictDialogProps {
  version: number | null
  /** what both have differently; null while theirs is fetched */
  differences: readonly DraftDifference[] | null
  onKeepMine: () => void
  onTakeTheirs: () => void
}

/** Two saved over each other: the second is told, shown both, and chooses. */
export function ConflictDialog({ version, differences, onKeepMine, onTakeTheirs }: ConflictDialogProps) {
  return (
    <Dialog open={version !== null} aria-labelledby="conflict" maxWidth="md">
      <DialogTitle id="conflict">Someone else saved this plan</DialogTitle>
      <DialogContent>
        <DialogContentText>
          Version {version} was saved while you were changing it here. Nothing of yours is stored yet. Keep yours over it, or drop yours and
          take theirs.
        </DialogContentText>
        {differences?.length === 0 && <DialogContentText sx={{ mt: 1 }}>Both come to the same.</DialogContentText>}
        {differences && differences.length > 0 && (
          <Table size="small" aria-label="What differs" sx={{ mt: 1 }}>
            <TableHead>
              <TableRow>
                <TableCell />
                <TableCell>Yours</TableCell>
                <TableCell>Theirs</TableCell>
              </TableRow>
            </TableHead>
            <TableBody>
              {differences.map(({ what, mine, theirs }) => (
                <TableRow key={what}>
                  <TableCell component="th" scope="row">
                    {what}
                  </TableCell>
                  <TableCell>{mine}</TableCell>
                  <TableCell>{theirs}</TableCell>
                </TableRow>
              ))}
            </TableBody>
          </Table>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onTakeTheirs}>Take theirs</Button>
        <Button variant="contained" onClick={onKeepMine}>
          Keep mine
        </Button>
      </DialogActions>
    </Dialog>
  )
}
