import type { Knex } from 'knex'
import { archivedIds, archiving, listed, type Which } from '../db/archive'
import { addRow, saveVersioned, type Saved } from '../db/saveVersioned'
import type { UnreadableRows } from '../db/unreadableRows'
import { vehicleTypeSchema, type Vehicle, type VehicleType } from '@ochote/contracts'

interface VehicleTypeRow {
  id: string
  name: string
  document: string
  version: number
}

const toVehicleType = (row: VehicleTypeRow): VehicleType =>
  vehicleTypeSchema.parse({ id: row.id, vehicle: JSON.parse(row.document), version: row.version })

const columnsOf = (vehicle: Vehicle) => ({ name: vehicle.name, document: JSON.stringify(vehicle) })

/** Stored vehicle types. */
export function vehicleTypeRepository(db: Knex, unreadable: UnreadableRows) {
  const rows = () => db<VehicleTypeRow>('vehicle_types')
  return {
    list: async (which: Which = 'offered'): Promise<VehicleType[]> =>
      unreadable.read('vehicle_types', await listed(rows(), which).orderBy('name'), (row) => row.id, toVehicleType),
    find: async (id: string): Promise<VehicleType | undefined> => {
      const row = await rows().where({ id }).first()
      return row && toVehicleType(row)
    },
    /** Stores a new vehicle type. */
    add: ({ id, vehicle }: Pick<VehicleType, 'id' | 'vehicle'>): Promise<Saved> => addRow(db, 'vehicle_types', { id }, columnsOf(vehicle)),
    /** Saves over a version. */
    save: (id: string, vehicle: Vehicle, fromVersion: number): Promise<Saved> =>
      saveVersioned(db, 'vehicle_types', { id }, columnsOf(vehicle), fromVersion),
    archivedIds: archivedIds(db, 'vehicle_types'),
    setArchived: archiving(db, 'vehicle_types'),
  }
}
