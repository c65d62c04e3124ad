import { useQueryClient } from '@tanstack/react-query'
import { vehicleSchema, vehicleTypeSchema, type VehicleType } from '@ochote/contracts'
import { vehicleTypesQuery } from '../api/queries'
import { useAutosave } from '../autosave/useAutosave'
import { fromForm, readForm, toForm, type VehicleForm } from './vehicleForm'

/** Half of a number may be a number too: 14 of 1410. */
const SAVE_AFTER_MS = 1_500
const isComplete = (form: VehicleForm) => vehicleSchema.safeParse(fromForm(form)).success
const held = ({ vehicle, version }: VehicleType) => ({ draft: toForm(vehicle), version })

/** A vehicle type while it is typed, saved by itself whenever every number of it is valid. */
export function useVehicleDraft(type: VehicleType) {
  const client = useQueryClient()
  const { queryKey } = vehicleTypesQuery
  const path = `/api/vehicle-types/${type.id}`
  const put = (stored: VehicleType) =>
    client.setQueryData<VehicleType[]>(queryKey, (list) => list?.map((one) => (one.id === stored.id ? stored : one)))
  return useAutosave({
    path,
    stored: held(type),
    put: async (form: VehicleForm, fromVersion, send) => {
      const stored = await send(vehicleTypeSchema, { vehicle: fromForm(form), fromVersion })
      put(stored)
      return { draft: form, version: stored.version }
    },
    load: async () => {
      const stored = (await client.fetchQuery({ ...vehicleTypesQuery, staleTime: 0 })).find((one) => one.id === type.id)
      return held(stored ?? type)
    },
    read: readForm,
    isComplete,
    waitMs: SAVE_AFTER_MS,
  })
}
