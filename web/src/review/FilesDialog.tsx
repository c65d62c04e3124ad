import { Button, Dialog, DialogActions, DialogContent } from '@mui/material'
import type { OpenStint } from '../stint/openStint'
import { RecordedLaps } from '../recordings/RecordedLaps'

/** The files of a stint's recorded laps: more can be added, and what was read of each is said. */
export function FilesDialog({ open: { stint, student, day }, onClose }: { open: OpenStint; onClose: () => void }) {
  const places = day.stints.map(({ stint: one }) => ({
    ...{ stintId: one.id, dayId: day.id },
    says: `${one.id === stint.id ? student.name : (day.people.find(({ id }) => id === one.studentId)?.name ?? 'a student')}, ${one.startsAt}`,
  }))
  return (
    <Dialog open onClose={onClose} maxWidth="lg" fullWidth aria-labelledby="recorded-laps">
      <DialogContent>
        <RecordedLaps of={{ stintId: stint.id }} places={places} empty="None any more." />
      </DialogContent>
      <DialogActions>
        <Button variant="contained" onClick={onClose}>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  )
}
