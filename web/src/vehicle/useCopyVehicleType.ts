import { useMutation, useQueryClient } from '@tanstack/react-query'
import { v7 as uuid } from 'uuid'
import { archivedSchema, vehicleTypeSchema, type VehicleType } from '@ochote/contracts'
import { askAgain } from '../api/askAgain'
import { carsQuery, vehicleTypesQuery } from '../api/queries'
import { request } from '../api/request'
import { useDone } from '../undo/UndoProvider'

/** Stores a copy of a vehicle type as a new type; it can be undone. */
export function useCopyVehicleType(onCopied: (copy: VehicleType) => void) {
  const client = useQueryClient()
  const done = useDone()
  const { queryKey } = vehicleTypesQuery
  return useMutation({
    mutationFn: (vehicle: unknown) => request(vehicleTypeSchema, '/api/vehicle-types', { method: 'POST', body: { id: uuid(), vehicle } }),
    onSuccess: (stored) => {
      client.setQueryData<VehicleType[]>(queryKey, (list) => [...(list ?? []), stored])
      void askAgain(client, carsQuery.queryKey)
      const archive = (noun: string) =>
        request(archivedSchema, `/api/${noun}/${stored.id}/archived`, { method: 'PUT', body: { archived: true } })
      const undo = async () => {
        await Promise.all([archive('vehicle-types'), archive('cars')]) // a car of it came with it
        await Promise.all([queryKey, carsQuery.queryKey].map((key) => askAgain(client, key)))
      }
      done({ says: `${stored.vehicle.name} is added.`, undo })
      onCopied(stored)
    },
  })
}
