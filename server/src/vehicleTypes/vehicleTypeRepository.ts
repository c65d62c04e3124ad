import type { Knex } from 'knex'
import { vehicleTypeSchema, type Vehicle, type VehicleType } from '@ochote/contracts'

interface VehicleTypeRow {
  id: string
  name: string
  document: string
  version: number
}

const toVehicleType = (row: VehicleTypeRow): VehicleType =>
  vehicleTypeSchema.parse({ id: row.id, vehicle: JSON.parse(row.document), version: row.version })

/** Stored vehicle types. */
export function vehicleTypeRepository(db: Knex) {
  const rows = () => db<VehicleTypeRow>('vehicle_types')
  return {
    list: async (): Promise<VehicleType[]> => (await rows().orderBy('name')).map(toVehicleType),
    find: async (id: string): Promise<VehicleType | undefined> => {
      const row = await rows().where({ id }).first()
      return row && toVehicleType(row)
    },
    /** Stores a vehicle type; storing the same id again changes nothing. */
    add: async ({ id, vehicle }: Pick<VehicleType, 'id' | 'vehicle'>): Promise<void> => {
      await db('vehicle_types')
        .insert({ id, name: vehicle.name, document: JSON.stringify(vehicle) })
        .onConflict('id')
        .ignore()
    },
    /** Saves over a version. @returns false, with nothing changed, where that version is no longer the current one */
    save: async (id: string, vehicle: Vehicle, fromVersion: number): Promise<boolean> => {
      const columns = { name: vehicle.name, document: JSON.stringify(vehicle), version: fromVersion + 1 }
      return (await db('vehicle_types').where({ id, version: fromVersion }).update(columns)) === 1
    },
  }
}
