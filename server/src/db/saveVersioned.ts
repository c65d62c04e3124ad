import type { Knex } from 'knex'

type Key = Readonly<Record<string, string>>
type Columns = Readonly<Record<string, unknown>>

/** What a save did: it stored something, the same was stored already, or something else is stored. */
export type Saved = 'saved' | 'same' | 'conflict'

/** SQLite stores booleans as 0 and 1, and drivers differ in the rest. */
const plain = (value: unknown): string => String(typeof value === 'boolean' ? Number(value) : value)

/** Whether a stored row has these values. */
const holds = (row: Columns | undefined, columns: Columns): boolean =>
  row !== undefined && Object.entries(columns).every(([name, value]) => plain(row[name]) === plain(value))

const find = (db: Knex, table: string, key: Key): Promise<Columns | undefined> =>
  db(table).where(key).first() as unknown as Promise<Columns | undefined>

/**
 * Saves a row over the version it was made from, which is 0 for a row that is not stored yet. A save whose answer was lost comes again:
 * where exactly that is stored as the next version, it counts as saved.
 * @param key - the columns that name the row
 * @returns `conflict`, with nothing changed, where that version is no longer the current one
 */
export async function saveVersioned(db: Knex, table: string, key: Key, columns: Columns, fromVersion: number): Promise<Saved> {
  const row = { ...columns, version: fromVersion + 1 }
  if (fromVersion > 0) {
    const changed = await db(table)
      .where({ ...key, version: fromVersion })
      .update(row)
    if (changed === 1) return 'saved'
  } else {
    const inserted = (await db(table)
      .insert({ ...key, ...row })
      .onConflict(Object.keys(key))
      .ignore()
      .returning(Object.keys(key))) as unknown[]
    if (inserted.length === 1) return 'saved'
  }
  return holds(await find(db, table, key), row) ? 'same' : 'conflict'
}

/**
 * Adds a row under an id that a client has made.
 * @returns `conflict`, with nothing changed, where something else is stored under the id
 */
export async function addRow(db: Knex, table: string, key: Key, columns: Columns): Promise<Saved> {
  const inserted = (await db(table)
    .insert({ ...key, ...columns })
    .onConflict(Object.keys(key))
    .ignore()
    .returning(Object.keys(key))) as unknown[]
  if (inserted.length === 1) return 'saved'
  return holds(await find(db, table, key), columns) ? 'same' : 'conflict'
}
