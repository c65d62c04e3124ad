import type { Knex } from 'knex'
import { archiving, listed, type Which } from '../db/archive'
import { addRow, saveVersioned, type Saved } from '../db/saveVersioned'
import type { UnreadableRows } from '../db/unreadableRows'
import { circuitSchema, circuitSummarySchema, type StoredCircuit, type CircuitSummary } from '@ochote/contracts'

interface CircuitRow {
  id: string
  name: string
  length_m: number
  closed: number | boolean
  document: string
  version: number
}

const SUMMARY = ['id', 'name', 'length_m', 'closed'] as const

const toSummary = (row: Omit<CircuitRow, 'document' | 'version'>): CircuitSummary =>
  circuitSummarySchema.parse({ id: row.id, name: row.name, lengthM: row.length_m, closed: Boolean(row.closed) })

const columnsOf = ({ name, lengthM, closed }: Omit<CircuitSummary, 'id'>, document: unknown) => ({
  name,
  length_m: lengthM,
  closed,
  document: JSON.stringify(document),
})

/** Circuits as they are stored. */
export function circuitRepository(db: Knex, unreadable: UnreadableRows) {
  return {
    list: async (which: Which = 'offered'): Promise<CircuitSummary[]> =>
      unreadable.read(
        'circuits',
        await listed(db<CircuitRow>('circuits'), which)
          .select(...SUMMARY)
          .orderBy('name'),
        (row) => row.id,
        toSummary,
      ),
    summary: async (id: string): Promise<CircuitSummary | undefined> => {
      const row = await db<CircuitRow>('circuits')
        .select(...SUMMARY)
        .where({ id })
        .first()
      return row && toSummary(row)
    },
    find: async (id: string): Promise<StoredCircuit | undefined> => {
      const row = await db<CircuitRow>('circuits').where({ id }).first()
      return row && circuitSchema.parse({ id: row.id, name: row.name, document: JSON.parse(row.document), version: row.version })
    },
    /** Stores a new circuit. */
    add: ({ id, ...summary }: CircuitSummary, document: unknown): Promise<Saved> =>
      addRow(db, 'circuits', { id }, columnsOf(summary, document)),
    /** Saves over a version. */
    save: ({ id, ...summary }: CircuitSummary, document: unknown, fromVersion: number): Promise<Saved> =>
      saveVersioned(db, 'circuits', { id }, columnsOf(summary, document), fromVersion),
    setArchived: archiving(db, 'circuits'),
  }
}
export type CircuitRepository = ReturnType<typeof circuitRepository>
