import { Typography } from '@mui/material'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { v7 as uuid } from 'uuid'
import { archivedSchema, vehicleKinds, vehicleSchema, vehicleTypeSchema, type Vehicle } from '@ochote/contracts'
import { carsQuery, vehicleTypesQuery } from '../api/queries'
import { request } from '../api/request'
import { SelectField } from '../forms/SelectField'
import { TextLine } from '../forms/TextLine'
import { RecordDialog } from '../records/RecordDialog'
import { useRecordSave } from '../records/useRecordSave'
import { typicalVehicles } from './typicalVehicles'

/** Makes a vehicle type from typical figures, and opens it so that they can be changed. A car of it comes with it. */
export function NewVehicleType({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate()
  const [id] = useState(() => uuid())
  const [kind, setKind] = useState<Vehicle['kind']>('car')
  const [name, setName] = useState('')
  const path = `/api/vehicle-types/${id}`
  const state = useRecordSave({
    ...{ path, version: 0, before: null },
    nameOf: (vehicle: Vehicle) => vehicle.name,
    put: (vehicle) => request(vehicleTypeSchema, '/api/vehicle-types', { method: 'POST', body: { id, vehicle } }),
    versionOf: (stored) => stored.version,
    undoNew: () => request(archivedSchema, `/api/cars/${id}/archived`, { method: 'PUT', body: { archived: true } }),
    queryKeys: [vehicleTypesQuery.queryKey, carsQuery.queryKey, ['days']],
    onDone: () => void navigate(`/library/vehicles/${id}`),
  })
  const read = vehicleSchema.safeParse({ ...typicalVehicles[kind], name })
  return (
    <RecordDialog
      title="New vehicle type"
      what="vehicle type"
      draft={read.success ? read.data : null}
      state={state}
      saveWord="Create"
      onClose={onClose}
    >
      <TextLine label="Name" required autoFocus value={name} most={80} onText={setName} />
      <SelectField
        label="Start from typical figures of a"
        value={kind}
        options={vehicleKinds.map((id) => ({ id, name: typicalVehicles[id].name }))}
        onChange={setKind}
      />
      <Typography variant="body2" color="text.secondary">
        The figures are nobody’s vehicle. Change them to yours on the next page: speeds and marks are computed from them. One car of this
        type is added too.
      </Typography>
    </RecordDialog>
  )
}
