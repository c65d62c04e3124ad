import type { Knex } from 'knex'
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

/** Circuits as they are stored. */
export function circuitRepository(db: Knex) {
  return {
    list: async (): Promise<CircuitSummary[]> =>
      (
        await db<CircuitRow>('circuits')
          .select(...SUMMARY)
          .orderBy('name')
      ).map(toSummary),
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
    /** Stores a circuit; storing the same id again changes nothing. */
    add: async (summary: CircuitSummary, document: unknown): Promise<void> => {
      await db('circuits')
        .insert({
          id: summary.id,
          name: summary.name,
          length_m: summary.lengthM,
          closed: summary.closed,
          document: JSON.stringify(document),
        })
        .onConflict('id')
        .ignore()
    },
    /** Saves over a known version; false where another save came first, and then nothing is changed. */
    save: async ({ id, name, lengthM, closed }: CircuitSummary, document: unknown, fromVersion: number): Promise<boolean> => {
      const columns = { name, length_m: lengthM, closed, document: JSON.stringify(document), version: fromVersion + 1 }
      return (await db('circuits').where({ id, version: fromVersion }).update(columns)) === 1
    },
  }
}
export type CircuitRepository = ReturnType<typeof circuitRepository>
