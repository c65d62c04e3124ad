import knex, { type Knex } from 'knex'
import ClientPgLite from 'knex-pglite'
import { migrationSource } from '../db/openDatabase'

/** A PostgreSQL database in memory, in this process, with every migration run. */
export async function openPostgres(): Promise<Knex> {
  const db = knex({ client: ClientPgLite, dialect: 'postgres', connection: {}, migrations: { migrationSource } })
  await db.migrate.latest()
  return db
}
