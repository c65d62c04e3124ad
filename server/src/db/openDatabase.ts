import { mkdirSync } from 'node:fs'
import { dirname } from 'node:path'
import knex, { type Knex } from 'knex'
import * as first from './migrations/2026_11_23_first'
import * as lines from './migrations/2026_11_24_lines'
import * as shelfVersions from './migrations/2026_11_25_shelf_versions'
import * as plansByHand from './migrations/2026_11_25_plans_by_hand'
import * as briefAndRun from './migrations/2026_11_26_brief_and_run'
import * as keptWork from './migrations/2026_11_25_kept_work'

interface NamedMigration extends Knex.Migration {
  name: string
}

/** Migrations by plain names: Knex remembers applied ones by name, so a name never changes once it has landed. */
const migrations: NamedMigration[] = [
  { name: '2026_11_23_first', ...first },
  { name: '2026_11_24_lines', ...lines },
  { name: '2026_11_25_kept_work', ...keptWork },
  { name: '2026_11_25_plans_by_hand', ...plansByHand },
  { name: '2026_11_25_shelf_versions', ...shelfVersions },
  { name: '2026_11_26_brief_and_run', ...briefAndRun },
]

export const migrationSource: Knex.MigrationSource<NamedMigration> = {
  getMigrations: () => Promise.resolve(migrations),
  getMigrationName: (migration) => migration.name,
  getMigration: (migration) => Promise.resolve(migration),
}

interface Connection {
  pragma: (statement: string) => unknown
}

/**
 * Opens the database, making it and bringing it up to date where needed.
 * @param file - path of the SQLite file, or ":memory:"
 */
export async function openDatabase(file: string): Promise<Knex> {
  if (file !== ':memory:') mkdirSync(dirname(file), { recursive: true })
  const db = knex({
    client: 'better-sqlite3',
    connection: { filename: file },
    useNullAsDefault: true,
    pool: {
      min: 1,
      max: 1,
      afterCreate: (connection: Connection, done: (error: Error | null, connection: Connection) => void) => {
        connection.pragma('journal_mode = WAL')
        connection.pragma('synchronous = FULL') // an acknowledged lap survives a power cut
        connection.pragma('foreign_keys = ON')
        done(null, connection)
      },
    },
    migrations: { migrationSource },
  })
  await db.migrate.latest()
  return db
}
