import type { Knex } from 'knex'
import { markerSchemeSchema, type MarkerScheme } from '@ochote/contracts'

interface MarkerSchemeRow {
  id: string
  name: string
  looks: string
  stock: string
}

const toScheme = (row: MarkerSchemeRow): MarkerScheme =>
  markerSchemeSchema.parse({ id: row.id, name: row.name, looks: JSON.parse(row.looks), stock: JSON.parse(row.stock) })

/** Marker schemes as they are stored. */
export function markerSchemeRepository(db: Knex) {
  return {
    list: async (): Promise<MarkerScheme[]> => (await db<MarkerSchemeRow>('marker_schemes').orderBy('name')).map(toScheme),
    add: async ({ id, name, looks, stock }: MarkerScheme): Promise<void> => {
      await db('marker_schemes')
        .insert({ id, name, looks: JSON.stringify(looks), stock: JSON.stringify(stock) })
        .onConflict('id')
        .ignore()
    },
  }
}
export type MarkerSchemeRepository = ReturnType<typeof markerSchemeRepository>
