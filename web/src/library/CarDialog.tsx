import { carDraftSchema, carSchema, type Car, type CarDraft, type VehicleType } from '@ochote/contracts'
import { carsQuery } from '../api/queries'
import { request } from '../api/request'
import { SelectField } from '../forms/SelectField'
import { TextLine } from '../forms/TextLine'
import { RecordDialog } from '../records/RecordDialog'
import { useRecordSave } from '../records/useRecordSave'
import { useTyped } from '../records/useTyped'

interface CarDialogProps {
  /** version 0 for a new car */
  car: Car
  types: readonly VehicleType[]
  onClose: () => void
}

const MOST_SEATS = 9
const seats = Array.from({ length: MOST_SEATS }, (_, k) => ({ id: String(k + 1), name: String(k + 1) }))

const gearboxes = [
  { id: '', name: 'not said' },
  { id: 'manual', name: 'manual' },
  { id: 'automatic', name: 'automatic' },
] as const

const draftOf = ({ id: _id, version: _version, ...draft }: Car): CarDraft => draft

/** A car's name, number, type, seats, gearbox and notes. */
export function CarDialog({ car, types, onClose }: CarDialogProps) {
  const isNew = car.version === 0
  const path = `/api/cars/${car.id}`
  const form = useTyped(isNew ? 'new car' : path, { ...draftOf(car), name: car.name || 'New car' }, car.version)
  const { typed: draft, set } = form
  const state = useRecordSave({
    ...{ path, version: form.fromVersion, before: isNew ? null : draftOf(car) },
    nameOf: (saved: CarDraft) => saved.name,
    put: (content, fromVersion) => request(carSchema, path, { method: 'PUT', body: { car: content, fromVersion } }),
    versionOf: (stored) => stored.version,
    queryKeys: [carsQuery.queryKey, ['days']],
    onDone: () => {
      form.drop()
      onClose()
    },
  })
  const read = carDraftSchema.safeParse(draft)
  return (
    <RecordDialog
      title={isNew ? 'New car' : car.name}
      what="car"
      form={form}
      makeWord={isNew ? 'Add' : null}
      draft={read.success ? read.data : null}
      state={state}
      onClose={onClose}
    >
      <TextLine label="Name" required autoFocus value={draft.name} most={80} onText={(name) => set({ name })} />
      <TextLine label="Number" value={draft.number} most={12} onText={(number) => set({ number })} />
      <SelectField
        label="Vehicle type"
        value={draft.vehicleTypeId}
        options={types.map(({ id, vehicle }) => ({ id, name: vehicle.name }))}
        onChange={(vehicleTypeId) => set({ vehicleTypeId })}
      />
      <SelectField label="Seats" value={String(draft.seats)} options={seats} onChange={(n) => set({ seats: Number(n) })} />
      <SelectField label="Gearbox" value={draft.gearbox} options={gearboxes} onChange={(gearbox) => set({ gearbox })} />
      <TextLine label="Notes" value={draft.notes} most={1000} onText={(notes) => set({ notes })} />
    </RecordDialog>
  )
}
