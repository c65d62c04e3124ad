import type { Knex } from 'knex'

/**
 * Saves a row over the version it was made from, which is 0 for a row that is not stored yet.
 * @param key - the columns that name the row
 * @returns false, with nothing changed, where that version is no longer the current one
 */
export async function saveVersioned(
  db: Knex,
  table: string,
  key: Readonly<Record<string, string>>,
  columns: Readonly<Record<string, unknown>>,
  fromVersion: number,
): Promise<boolean> {
  const row = { ...columns, version: fromVersion + 1 }
  if (fromVersion > 0)
    return (
      (await db(table)
        .where({ ...key, version: fromVersion })
        .update(row)) === 1
    )
  const inserted = (await db(table)
    .insert({ ...key, ...row })
    .onConflict(Object.keys(key))
    .ignore()
    .returning(Object.keys(key))) as unknown[]
  return inserted.length === 1
}
