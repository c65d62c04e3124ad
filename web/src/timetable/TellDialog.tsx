import { Alert, Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from '@mui/material'
import type { TimetablePlace } from '@ochote/contracts'
import { count } from '../format/format'
import { ProblemNotice } from '../problem/ProblemNotice'
import { Changes } from './Changes'
import type { Names } from './names'
import { useTell } from './useTimetable'

interface TellDialogProps {
  dayId: string
  names: Names
  /** how many rules the board breaks */
  clashes: number
  told: readonly TimetablePlace[]
  places: readonly TimetablePlace[]
  /** the version that is told; null while the board is not stored */
  version: number | null
  onClose: () => void
}

/** Whom to tell what, before the board becomes the day's stints. */
export function TellDialog({ dayId, names, clashes, told, places, version, onClose }: TellDialogProps) {
  const tell = useTell(dayId, onClose)
  return (
    <Dialog open onClose={onClose} aria-labelledby="tell-title" fullWidth maxWidth="sm">
      <DialogTitle id="tell-title">Tell everybody</DialogTitle>
      <DialogContent sx={{ display: 'flex', flexDirection: 'column', gap: 2 }}>
        {tell.error && <ProblemNotice error={tell.error} />}
        {clashes > 0 && <Alert severity="warning">The board has {count(clashes, 'clash', 'clashes')}. Nobody can be in two places.</Alert>}
        <Typography>Today, the wall and the seats follow this timetable from now on. What has been driven stays.</Typography>
        <Changes was={told} now={places} names={names} title="Whom to tell what" />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Not yet</Button>
        <Button variant="contained" disabled={version === null || tell.isPending} onClick={() => version !== null && tell.mutate(version)}>
          Everybody has been told
        </Button>
      </DialogActions>
    </Dialog>
  )
}
