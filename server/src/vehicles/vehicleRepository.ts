import type { Knex } from 'knex'
import { vehicleOnShelfSchema, type VehicleOnShelf } from '@ochote/contracts'

interface VehicleRow {
  id: string
  name: string
  document: string
}

const toVehicle = (row: VehicleRow): VehicleOnShelf => vehicleOnShelfSchema.parse({ id: row.id, vehicle: JSON.parse(row.document) })

/** Vehicles as they are stored. */
export function vehicleRepository(db: Knex) {
  return {
    list: async (): Promise<VehicleOnShelf[]> => (await db<VehicleRow>('vehicles').orderBy('name')).map(toVehicle),
    /** Stores a vehicle; storing the same id again changes nothing. */
    add: async ({ id, vehicle }: VehicleOnShelf): Promise<void> => {
      await db('vehicles')
        .insert({ id, name: vehicle.name, document: JSON.stringify(vehicle) })
        .onConflict('id')
        .ignore()
    },
  }
}
export type VehicleRepository = ReturnType<typeof vehicleRepository>
