import type { Knex } from 'knex'
import { markerSchemeSchema, type MarkerScheme } from '@ochote/contracts'

interface MarkerSchemeRow {
  id: string
  name: string
  looks: string
  stock: string
  version: number
}

const toScheme = (row: MarkerSchemeRow): MarkerScheme =>
  markerSchemeSchema.parse({ id: row.id, name: row.name, looks: JSON.parse(row.looks), stock: JSON.parse(row.stock), version: row.version })

/** Marker schemes as they are stored. */
export function markerSchemeRepository(db: Knex) {
  return {
    list: async (): Promise<MarkerScheme[]> => (await db<MarkerSchemeRow>('marker_schemes').orderBy('name')).map(toScheme),
    /** Saves over a known version; false where another save came first, and then nothing is changed. */
    save: async (id: string, { name, looks, stock }: Omit<MarkerScheme, 'id' | 'version'>, fromVersion: number): Promise<boolean> => {
      const columns = { name, looks: JSON.stringify(looks), stock: JSON.stringify(stock), version: fromVersion + 1 }
      return (await db('marker_schemes').where({ id, version: fromVersion }).update(columns)) === 1
    },
    add: async ({ id, name, looks, stock }: Omit<MarkerScheme, 'version'>): Promise<void> => {
      await db('marker_schemes')
        .insert({ id, name, looks: JSON.stringify(looks), stock: JSON.stringify(stock) })
        .onConflict('id')
        .ignore()
    },
  }
}
export type MarkerSchemeRepository = ReturnType<typeof markerSchemeRepository>
