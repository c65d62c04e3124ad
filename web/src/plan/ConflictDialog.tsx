import { Button, Dialog, DialogActions, DialogContent, DialogContentText, DialogTitle } from '@mui/material'

interface ConflictDialogProps {
  version: number | null
  onKeepMine: () => void
  onTakeTheirs: () => void
}

/** Two saved over each other: the second is told, and chooses. */
export function ConflictDialog({ version, onKeepMine, onTakeTheirs }: ConflictDialogProps) {
  return (
    <Dialog open={version !== null} aria-labelledby="conflict">
      <DialogTitle id="conflict">Someone else saved this plan</DialogTitle>
      <DialogContent>
        <DialogContentText>
          Version {version} was saved while you were changing it here. Nothing of yours is stored yet. Keep yours over it, or drop yours and
          take theirs.
        </DialogContentText>
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
