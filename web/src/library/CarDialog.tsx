import { Button, Dialog, DialogActions, DialogContent, DialogTitle, MenuItem, TextField } from '@mui/material'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { carDraftSchema, carSchema, type Car, type CarDraft, type VehicleType } from '@ochote/contracts'
import { carsQuery } from '../api/queries'
import { request } from '../api/request'
import { useVersionedSave } from '../api/useVersionedSave'
import { TextLine } from '../forms/TextLine'
import { ConflictDialog } from '../problem/ConflictDialog'
import { ProblemNotice } from '../problem/ProblemNotice'

interface CarDialogProps {
  /** version 0 for a new car */
  car: Car
  types: readonly VehicleType[]
  onClose: () => void
}

const MOST_SEATS = 9

/** A car's name, number, type, seats and notes. */
export function CarDialog({ car, types, onClose }: CarDialogProps) {
  const client = useQueryClient()
  const [draft, setDraft] = useState<CarDraft>(() => carDraftSchema.parse({ ...car, name: car.name || 'New car' }))
  const reload = async () => {
    await client.invalidateQueries({ queryKey: carsQuery.queryKey })
    onClose()
  }
  const { save, saving, error, conflict } = useVersionedSave({
    version: car.version,
    put: (content: CarDraft, fromVersion) =>
      request(carSchema, `/api/cars/${car.id}`, { method: 'PUT', body: { car: content, fromVersion } }),
    onSaved: () => void reload(),
    reload,
  })
  const read = carDraftSchema.safeParse(draft)
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="car-title">
      <DialogTitle id="car-title">{car.version === 0 ? 'New car' : car.name}</DialogTitle>
      <DialogContent sx={{ display: 'flex', flexDirection: 'column', gap: 2, pt: '8px !important' }}>
        {error && <ProblemNotice error={error} />}
        <ConflictDialog what="car" conflict={conflict} />
        <TextLine label="Name" required value={draft.name} most={80} onText={(name) => setDraft({ ...draft, name })} />
        <TextLine label="Number" value={draft.number} most={12} onText={(number) => setDraft({ ...draft, number })} />
        <TextField
          select
          size="small"
          label="Vehicle type"
          value={draft.vehicleTypeId}
          onChange={(e) => setDraft({ ...draft, vehicleTypeId: e.target.value })}
        >
          {types.map(({ id, vehicle }) => (
            <MenuItem key={id} value={id}>
              {vehicle.name}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          size="small"
          label="Seats"
          value={draft.seats}
          onChange={(e) => setDraft({ ...draft, seats: Number(e.target.value) })}
        >
          {Array.from({ length: MOST_SEATS }, (_, k) => (
            <MenuItem key={k} value={k + 1}>
              {k + 1}
            </MenuItem>
          ))}
        </TextField>
        <TextLine label="Notes" value={draft.notes} most={1000} onText={(notes) => setDraft({ ...draft, notes })} />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={!read.success || saving} onClick={() => read.success && save(read.data)}>
          Save
        </Button>
      </DialogActions>
    </Dialog>
  )
}
