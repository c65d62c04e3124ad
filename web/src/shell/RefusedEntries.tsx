import {
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  Typography,
} from '@mui/material'
import { deviceId, type DeviceEntry } from '../device/deviceStore'
import { clock, count } from '../format/format'
import { saveFile } from '../device/saveFile'

interface RefusedEntriesProps {
  refused: readonly DeviceEntry[]
  onRetry: () => void
  onClose: () => void
}

/** Entries that the server did not take: what they are, why, and what can be done. They stay on this device. */
export function RefusedEntries({ refused, onRetry, onClose }: RefusedEntriesProps) {
  const file = () => {
    const content = { device: deviceId(), refused: refused.map(({ entry, problem }) => ({ entry, problem })) }
    saveFile(new Blob([JSON.stringify(content, null, 1)], { type: 'application/json' }), 'refused-entries.json')
  }
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth>
      <DialogTitle>{count(refused.length, 'entry', 'entries')} not taken by the server</DialogTitle>
      {/* long, it is scrolled by keys too */}
      <DialogContent tabIndex={0}>
        <Typography sx={{ mb: 1 }}>
          They are kept on this device and hold up nothing else. Send them again after an update of Ochote, or save them as a file for
          whoever looks after it.
        </Typography>
        <Table size="small" aria-label="Refused entries">
          <TableHead>
            <TableRow>
              {['Tapped at', 'Kind', 'Field', 'Found', 'Expected'].map((head) => (
                <TableCell key={head}>{head}</TableCell>
              ))}
            </TableRow>
          </TableHead>
          <TableBody>
            {refused.map(({ id, entry, problem }) => (
              <TableRow key={id}>
                <TableCell>{clock(entry.deviceTime)}</TableCell>
                <TableCell>{entry.kind}</TableCell>
                <TableCell>{problem?.field}</TableCell>
                <TableCell sx={{ overflowWrap: 'anywhere' }}>{problem?.found}</TableCell>
                <TableCell sx={{ overflowWrap: 'anywhere' }}>{problem?.expected}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
        <Button onClick={file}>Save as a file</Button>
        <Button variant="contained" onClick={onRetry}>
          Send again
        </Button>
      </DialogActions>
    </Dialog>
  )
}
