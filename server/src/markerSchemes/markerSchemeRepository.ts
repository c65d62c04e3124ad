import type { Knex } from 'knex'
import { archivedIds, archiving, listed, type Which } from '../db/archive'
import { saveVersioned, type Saved } from '../db/saveVersioned'
import type { UnreadableRows } from '../db/unreadableRows'
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
export function markerSchemeRepository(db: Knex, unreadable: UnreadableRows) {
  return {
    list: async (which: Which = 'offered'): Promise<MarkerScheme[]> =>
      unreadable.read(
        'marker_schemes',
        await listed(db<MarkerSchemeRow>('marker_schemes'), which).orderBy('name'),
        (row) => row.id,
        toScheme,
      ),
    find: async (id: string): Promise<MarkerScheme | undefined> => {
      const row = await db<MarkerSchemeRow>('marker_schemes').where({ id }).first()
      return row && toScheme(row)
    },
    /** Saves over a version, 0 for a new scheme. */
    save: (id: string, { name, looks, stock }: Omit<MarkerScheme, 'id' | 'version'>, fromVersion: number): Promise<Saved> =>
      saveVersioned(db, 'marker_schemes', { id }, { name, looks: JSON.stringify(looks), stock: JSON.stringify(stock) }, fromVersion),
    archivedIds: archivedIds(db, 'marker_schemes'),
    setArchived: archiving(db, 'marker_schemes'),
  }
}
export type MarkerSchemeRepository = ReturnType<typeof markerSchemeRepository>
