import type { Knex } from 'knex'
import { vehicleTypeSchema, type Vehicle, type VehicleType } from '@ochote/contracts'

interface VehicleRow {
  id: string
  name: string
  document: string
  version: number
}

const toVehicle = (row: VehicleRow): VehicleType =>
  vehicleTypeSchema.parse({ id: row.id, vehicle: JSON.parse(row.document), version: row.version })

/** Vehicles as they are stored. */
export function vehicleRepository(db: Knex) {
  return {
    list: async (): Promise<VehicleType[]> => (await db<VehicleRow>('vehicles').orderBy('name')).map(toVehicle),
    /** Stores a vehicle; storing the same id again changes nothing. */
    add: async ({ id, vehicle }: Pick<VehicleType, 'id' | 'vehicle'>): Promise<void> => {
      await db('vehicles')
        .insert({ id, name: vehicle.name, document: JSON.stringify(vehicle) })
        .onConflict('id')
        .ignore()
    },
    find: async (id: string): Promise<VehicleType | undefined> => {
      const row = await db<VehicleRow>('vehicles').where({ id }).first()
      return row && toVehicle(row)
    },
    /** Saves over a known version; false where another save came first, and then nothing is changed. */
    save: async (id: string, vehicle: Vehicle, fromVersion: number): Promise<boolean> => {
      const columns = { name: vehicle.name, document: JSON.stringify(vehicle), version: fromVersion + 1 }
      return (await db('vehicles').where({ id, version: fromVersion }).update(columns)) === 1
    },
  }
}
export type VehicleRepository = ReturnType<typeof vehicleRepository>
