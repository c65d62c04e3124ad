import type { Knex } from 'knex'
import { daySchema, type Day, type DayDraft } from '@ochote/contracts'
import { archiving, listed, type Which } from '../db/archive'
import { addRow, saveVersioned, type Saved } from '../db/saveVersioned'
import type { UnreadableRows } from '../db/unreadableRows'

interface DayRow {
  id: string
  name: string
  date: string
  circuit_id: string
  weather: string
  hours: string
  version: number
}

const toDay = ({ id, name, date, circuit_id, weather, hours, version }: DayRow): Day =>
  daySchema.parse({ id, name, date, circuitId: circuit_id, weather, hours: JSON.parse(hours), version })

const columnsOf = ({ name, date, circuitId, weather, hours }: DayDraft) => ({
  ...{ name, date, circuit_id: circuitId, weather },
  hours: JSON.stringify(hours),
})

/** Stored days. */
export function dayRepository(db: Knex, unreadable: UnreadableRows) {
  return {
    /** Days in the order of their dates. */
    list: async (which: Which = 'offered'): Promise<Day[]> =>
      unreadable.read('days', await listed(db<DayRow>('days'), which).orderBy(['date', 'id']), (row) => row.id, toDay),
    find: async (id: string): Promise<Day | undefined> => {
      const row = await db<DayRow>('days').where({ id }).first()
      return row && toDay(row)
    },
    add: ({ id, version, ...draft }: Day): Promise<Saved> => addRow(db, 'days', { id }, { ...columnsOf(draft), version }),
    /** Saves over a version. */
    save: (id: string, draft: DayDraft, fromVersion: number): Promise<Saved> =>
      saveVersioned(db, 'days', { id }, columnsOf(draft), fromVersion),
    setArchived: archiving(db, 'days'),
  }
}
