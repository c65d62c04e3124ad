import type { Knex } from 'knex'

/** The database's own name, made with it: a device that meets another one asks which of its entries that one lacks. */
export function databaseIdentity(db: Knex): () => Promise<string> {
  let known: Promise<string> | null = null
  const read = async () => (await db<{ id: string }>('database_identity').first())!.id
  return () => (known ??= read())
}
