import { useMutation, useQueryClient } from '@tanstack/react-query'
import { v7 as uuid } from 'uuid'
import { archivedSchema, vehicleTypeSchema, type VehicleType } from '@ochote/contracts'
import { carsQuery, vehicleTypesQuery } from '../api/queries'
import { request } from '../api/request'
import { useVersionedSave } from '../api/useVersionedSave'
import { useDone } from '../undo/UndoProvider'

/** Saves a vehicle type, and stores copies of it as new types; both can be undone. */
export function useSaveVehicleType({ id, version, vehicle: before }: VehicleType, onCopied: (copy: VehicleType) => void) {
  const client = useQueryClient()
  const done = useDone()
  const { queryKey } = vehicleTypesQuery
  const put = (stored: VehicleType) =>
    client.setQueryData<VehicleType[]>(queryKey, (list) => [...(list ?? []).filter((v) => v.id !== stored.id), stored])
  const saveOver = (vehicle: unknown, fromVersion: number) =>
    request(vehicleTypeSchema, `/api/vehicle-types/${id}`, { method: 'PUT', body: { vehicle, fromVersion } })
  const save = useVersionedSave({
    version,
    put: saveOver,
    onSaved: (stored) => {
      put(stored)
      const undo = async () => put(await saveOver(before, stored.version))
      done({ says: `${stored.vehicle.name} is changed.`, undo })
    },
    reload: () => client.invalidateQueries({ queryKey }),
  })
  const copy = useMutation({
    mutationFn: (vehicle: unknown) => request(vehicleTypeSchema, '/api/vehicle-types', { method: 'POST', body: { id: uuid(), vehicle } }),
    onSuccess: (stored) => {
      put(stored)
      void client.invalidateQueries({ queryKey: carsQuery.queryKey })
      const archive = (noun: string) =>
        request(archivedSchema, `/api/${noun}/${stored.id}/archived`, { method: 'PUT', body: { archived: true } })
      const undo = async () => {
        await Promise.all([archive('vehicle-types'), archive('cars')]) // a car of it came with it
        await Promise.all([queryKey, carsQuery.queryKey].map((key) => client.invalidateQueries({ queryKey: key })))
      }
      done({ says: `${stored.vehicle.name} is added.`, undo })
      onCopied(stored)
    },
  })
  return { save, copy }
}
