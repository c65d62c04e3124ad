import { Typography } from '@mui/material'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { v7 as uuid } from 'uuid'
import * as z from 'zod'
import { archivedSchema, vehicleKinds, vehicleSchema, vehicleTypeSchema, type Vehicle } from '@ochote/contracts'
import { carsQuery, vehicleTypesQuery } from '../api/queries'
import { request } from '../api/request'
import { SelectField } from '../forms/SelectField'
import { TextLine } from '../forms/TextLine'
import { RecordDialog } from '../records/RecordDialog'
import { useRecordSave } from '../records/useRecordSave'
import { useTyped } from '../records/useTyped'
import { typicalVehicles } from './typicalVehicles'

const typedTypeSchema = z.object({ kind: z.enum(vehicleKinds), name: z.string() })

/** Makes a vehicle type from typical figures, and opens it so that they can be changed. A car of it comes with it. */
export function NewVehicleType({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate()
  const [id] = useState(() => uuid())
  const form = useTyped<{ kind: Vehicle['kind']; name: string }>('new vehicle type', { kind: 'car', name: '' }, 0, (kept) =>
    typedTypeSchema.parse(kept),
  )
  const { kind, name } = form.typed
  const path = `/api/vehicle-types/${id}`
  const state = useRecordSave({
    ...{ path, version: 0, before: null },
    nameOf: (vehicle: Vehicle) => vehicle.name,
    put: (vehicle) => request(vehicleTypeSchema, '/api/vehicle-types', { method: 'POST', body: { id, vehicle } }),
    versionOf: (stored) => stored.version,
    undoNew: () => request(archivedSchema, `/api/cars/${id}/archived`, { method: 'PUT', body: { archived: true } }),
    queryKeys: [vehicleTypesQuery.queryKey, carsQuery.queryKey, ['days']],
    onDone: () => {
      form.drop()
      void navigate(`/library/vehicles/${id}`)
    },
  })
  const read = vehicleSchema.safeParse({ ...typicalVehicles[kind], name })
  return (
    <RecordDialog
      title="New vehicle type"
      what="vehicle type"
      form={form}
      draft={read.success ? read.data : null}
      state={state}
      makeWord="Create"
      onClose={onClose}
    >
      <TextLine label="Name" required autoFocus value={name} most={80} onText={(text) => form.set({ name: text })} />
      <SelectField
        label="Start from typical figures of a"
        value={kind}
        options={vehicleKinds.map((id) => ({ id, name: typicalVehicles[id].name }))}
        onChange={(id) => form.set({ kind: id })}
      />
      <Typography variant="body2" color="text.secondary">
        The figures are nobody’s vehicle. Change them to yours on the next page: speeds and marks are computed from them. One car of this
        type is added too.
      </Typography>
    </RecordDialog>
  )
}
