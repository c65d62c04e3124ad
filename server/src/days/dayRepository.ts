import type { Knex } from 'knex'
import { daySchema, type Day } from '@ochote/contracts'
import type { UnreadableRows } from '../db/unreadableRows'

interface DayRow {
  id: string
  name: string
  date: string
  circuit_id: string
  weather: string
}

const toDay = (row: DayRow): Day =>
  daySchema.parse({ id: row.id, name: row.name, date: row.date, circuitId: row.circuit_id, weather: row.weather })

/** Stored days. */
export function dayRepository(db: Knex, unreadable: UnreadableRows) {
  return {
    list: async (): Promise<Day[]> => unreadable.read('days', await db<DayRow>('days').orderBy('date'), (row) => row.id, toDay),
    find: async (id: string): Promise<Day | undefined> => {
      const row = await db<DayRow>('days').where({ id }).first()
      return row && toDay(row)
    },
    add: async ({ id, name, date, circuitId, weather }: Day): Promise<void> => {
      await db('days').insert({ id, name, date, circuit_id: circuitId, weather }).onConflict('id').ignore()
    },
  }
}
