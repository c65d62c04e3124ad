import { Button, Dialog, DialogActions, DialogContent, DialogContentText, DialogTitle, TextField } from '@mui/material'
import * as z from 'zod'
import type { StintRecord } from '@ochote/core'
import { useKeptState } from '../../autosave/useKeptState'
import type { NewEntry } from '../../stintLog/useStintLogs'

const fields = [
  { key: 'happened', label: 'What happened, in order', rows: 3, most: 1000 },
  { key: 'others', label: 'Who else was involved', rows: 1, most: 300 },
  { key: 'injured', label: 'Who was hurt, and who looked after them', rows: 1, most: 300 },
  { key: 'damage', label: 'Damage to vehicles and circuit', rows: 1, most: 300 },
  { key: 'witnesses', label: 'Who saw it, which post', rows: 1, most: 300 },
  { key: 'done', label: 'What was done, and who was told', rows: 2, most: 500 },
] as const

type Typed = Record<(typeof fields)[number]['key'], string>
const typedSchema = z.object(Object.fromEntries(fields.map(({ key }) => [key, z.string()])))

interface IncidentReportProps {
  incident: StintRecord['incidents'][number]
  onSave: (report: NewEntry) => void
  onClose: () => void
}

/** An incident's report; it can be left for later and changed. */
export function IncidentReport({ incident: { incident, report }, onSave, onClose }: IncidentReportProps) {
  // a report is written in pieces, between other things: what is typed is there again after “Later”
  const [typed, setTyped, drop] = useKeptState(
    `report/${incident.id}`,
    () => Object.fromEntries(fields.map(({ key }) => [key, report?.[key] ?? ''])) as Typed,
    (kept) => typedSchema.parse(kept) as Typed,
  )
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="report-title">
      <DialogTitle id="report-title">
        Incident report: {incident.what} at corner {incident.corner}, lap {incident.lap}
      </DialogTitle>
      <DialogContent sx={{ display: 'flex', flexDirection: 'column', gap: 1.5 }}>
        <DialogContentText>Help first. Write this once the car has stopped.</DialogContentText>
        {fields.map(({ key, label, rows, most }) => (
          <TextField
            key={key}
            label={label}
            value={typed[key]}
            multiline={rows > 1}
            minRows={rows}
            slotProps={{ htmlInput: { maxLength: most } }}
            onChange={(e) => setTyped({ ...typed, [key]: e.target.value })}
          />
        ))}
      </DialogContent>
      <DialogActions>
        <Button size="large" onClick={onClose}>
          Later
        </Button>
        <Button
          size="large"
          variant="contained"
          onClick={() => {
            drop()
            onSave({ kind: 'report', about: incident.id, ...typed })
          }}
        >
          Save report
        </Button>
      </DialogActions>
    </Dialog>
  )
}
