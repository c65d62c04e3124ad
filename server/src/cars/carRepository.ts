import type { Knex } from 'knex'
import { carSchema, type Car, type CarDraft } from '@ochote/contracts'
import { archivedIds, archiving, listed, type Which } from '../db/archive'
import { saveVersioned, type Saved } from '../db/saveVersioned'
import type { UnreadableRows } from '../db/unreadableRows'

interface CarRow {
  id: string
  name: string
  number: string
  vehicle_type_id: string
  seats: number
  gearbox: string
  notes: string
  version: number
}

const toCar = ({ vehicle_type_id, ...row }: CarRow): Car => carSchema.parse({ ...row, vehicleTypeId: vehicle_type_id })

/** Stored cars, karts and motorcycles. */
export function carRepository(db: Knex, unreadable: UnreadableRows) {
  const rows = () => db<CarRow>('cars')
  return {
    list: async (which: Which = 'offered'): Promise<Car[]> =>
      unreadable.read('cars', await listed(rows(), which).orderBy(['name', 'id']), (row) => row.id, toCar),
    find: async (id: string): Promise<Car | undefined> => {
      const row = await rows().where({ id }).first()
      return row && toCar(row)
    },
    /** Saves over a version, 0 for a new car. */
    save: (id: string, { vehicleTypeId, ...rest }: CarDraft, fromVersion: number): Promise<Saved> =>
      saveVersioned(db, 'cars', { id }, { ...rest, vehicle_type_id: vehicleTypeId }, fromVersion),
    archivedIds: archivedIds(db, 'cars'),
    setArchived: archiving(db, 'cars'),
  }
}
