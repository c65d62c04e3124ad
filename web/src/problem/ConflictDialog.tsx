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

/** One difference between two versions. */
export interface Difference {
  readonly what: string
  readonly mine: string
  readonly theirs: string
}

interface ConflictDialogProps {
  /** what someone else saved, for example "plan" */
  what: string
  conflict: { readonly version: number; readonly keepMine: () => void; readonly takeTheirs: () => unknown } | null
  /** the differences, where the page can name them; null while theirs is loading */
  differences?: readonly Difference[] | null
}

/** Two people saved the same thing: the second sees the differences and chooses. */
export function ConflictDialog({ what, conflict, differences }: ConflictDialogProps) {
  return (
    <Dialog open={conflict !== null} aria-labelledby="conflict" maxWidth="md">
      <DialogTitle id="conflict">Someone else saved this {what}</DialogTitle>
      <DialogContent>
        <DialogContentText>
          Version {conflict?.version} was saved while you were making changes here. Your changes are not stored yet. Keep yours and replace
          theirs, or drop yours and take theirs.
        </DialogContentText>
        {differences?.length === 0 && <DialogContentText sx={{ mt: 1 }}>The two versions are the same.</DialogContentText>}
        {differences && differences.length > 0 && <Differences differences={differences} />}
      </DialogContent>
      <DialogActions>
        <Button onClick={() => void conflict?.takeTheirs()}>Take theirs</Button>
        <Button variant="contained" onClick={() => conflict?.keepMine()}>
          Keep mine
        </Button>
      </DialogActions>
    </Dialog>
  )
}

function Differences({ differences }: { differences: readonly Difference[] }) {
  return (
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
  )
}
