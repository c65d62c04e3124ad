import { useMutation, useQueryClient } from '@tanstack/react-query'
import { v7 as uuid } from 'uuid'
import { vehicleTypeSchema, type VehicleType } from '@ochote/contracts'
import { carsQuery, vehicleTypesQuery } from '../api/queries'
import { request } from '../api/request'
import { useVersionedSave } from '../api/useVersionedSave'

/** Saves a vehicle type, and stores copies of it as new types. */
export function useSaveVehicleType({ id, version }: VehicleType, onCopied: (copy: VehicleType) => void) {
  const client = useQueryClient()
  const { queryKey } = vehicleTypesQuery
  const put = (stored: VehicleType) =>
    client.setQueryData<VehicleType[]>(queryKey, (list) => [...(list ?? []).filter((v) => v.id !== stored.id), stored])
  const save = useVersionedSave({
    version,
    put: (vehicle: unknown, fromVersion) =>
      request(vehicleTypeSchema, `/api/vehicle-types/${id}`, { method: 'PUT', body: { vehicle, fromVersion } }),
    onSaved: put,
    reload: () => client.invalidateQueries({ queryKey }),
  })
  const copy = useMutation({
    mutationFn: (vehicle: unknown) => request(vehicleTypeSchema, '/api/vehicle-types', { method: 'POST', body: { id: uuid(), vehicle } }),
    onSuccess: (stored) => {
      put(stored)
      void client.invalidateQueries({ queryKey: carsQuery.queryKey })
      onCopied(stored)
    },
  })
  return { save, copy }
}
