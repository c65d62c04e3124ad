import { mkdirSync } from 'node:fs'
import { dirname, join } from 'node:path'
import knex, { type Knex } from 'knex'
import { BUSY_MS, SqliteClient } from './sqlite'
import * as first from './migrations/2026_11_23_first'
import * as lines from './migrations/2026_11_24_lines'
import * as shelfVersions from './migrations/2026_11_25_shelf_versions'
import * as plansByHand from './migrations/2026_11_25_plans_by_hand'
import * as briefAndRun from './migrations/2026_11_26_brief_and_run'
import * as keptWork from './migrations/2026_11_25_kept_work'
import * as names from './migrations/2026_11_29_names'
import * as shapes from './migrations/2026_11_29_shapes'
import * as archive from './migrations/2026_11_29_archive'
import * as durability from './migrations/2026_11_29_durability'
import * as tiedAims from './migrations/2026_11_29_tied_aims'
import * as peopleDetails from './migrations/2026_11_29_people_details'
import * as hoursAndGearbox from './migrations/2026_11_30_hours_and_gearbox'
import * as recordings from './migrations/2026_11_30_recordings'
import * as homework from './migrations/2026_11_30_homework'
import * as skills from './migrations/2026_11_30_skills'
import * as timetables from './migrations/2026_11_29_timetables'

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
  { name: '2026_11_29_names', ...names },
  { name: '2026_11_29_shapes', ...shapes },
  { name: '2026_11_29_durability', ...durability },
  { name: '2026_11_29_archive', ...archive },
  { name: '2026_11_29_tied_aims', ...tiedAims },
  { name: '2026_11_29_timetables', ...timetables },
  { name: '2026_11_29_people_details', ...peopleDetails },
  { name: '2026_11_30_hours_and_gearbox', ...hoursAndGearbox },
  { name: '2026_11_30_recordings', ...recordings },
  { name: '2026_11_30_skills', ...skills },
  { name: '2026_11_30_homework', ...homework },
]

export const migrationNames: readonly string[] = migrations.map((migration) => migration.name)

export const migrationSource: Knex.MigrationSource<NamedMigration> = {
  getMigrations: () => Promise.resolve(migrations),
  getMigrationName: (migration) => migration.name,
  getMigration: (migration) => Promise.resolve(migration),
}

interface Connection {
  pragma: (statement: string) => unknown
}

interface Copying {
  /** folder of the copies */
  readonly backups: string
  readonly onCopied: (copy: string) => void
}

/** Copies a database that migrations are about to change. The copy is the way back: undoing a migration can lose what came since. */
async function copyBefore(db: Knex, { backups, onCopied }: Copying): Promise<void> {
  const [applied, pending] = (await db.migrate.list()) as [unknown[], NamedMigration[]]
  if (applied.length === 0 || pending.length === 0) return
  mkdirSync(backups, { recursive: true })
  const stamp = new Date().toISOString().replaceAll(/[-:]|\.\d+/g, '')
  const copy = join(backups, `before-${pending[0]!.name}-${stamp}.sqlite`)
  await db.raw('vacuum into ?', [copy])
  onCopied(copy)
}

/**
 * Opens the database file and runs the migrations it lacks.
 * @param file - path of the SQLite file, or ":memory:"; a missing file is created
 * @param copying - where a copy goes before the file is migrated; none is made without it
 */
export async function openDatabase(file: string, copying?: Copying): Promise<Knex> {
  if (file !== ':memory:') mkdirSync(dirname(file), { recursive: true })
  const db = knex({
    client: SqliteClient,
    connection: { filename: file },
    useNullAsDefault: true,
    pool: {
      min: 1,
      max: 1,
      afterCreate: (connection: Connection, done: (error: Error | null, connection: Connection) => void) => {
        connection.pragma(`busy_timeout = ${BUSY_MS}`)
        connection.pragma('journal_mode = WAL')
        connection.pragma('synchronous = FULL') // an acknowledged lap survives a power cut
        connection.pragma('foreign_keys = ON')
        done(null, connection)
      },
    },
    migrations: { migrationSource },
    // what fails is thrown too, and is said in a sentence there
    log: { warn: () => undefined, error: () => undefined },
  })
  try {
    if (copying) await copyBefore(db, copying)
    await withoutForeignKeys(db, () => db.migrate.latest())
  } catch (error) {
    await db.destroy()
    throw error
  }
  return db
}

/**
 * Runs migrations with foreign keys off, then checks every key. Knex changes a column of an SQLite table by dropping the table and
 * making it again, which SQLite refuses while other rows point at it; the setting cannot be changed inside the migration's transaction.
 * @throws Error where a row points at nothing afterwards
 */
export async function withoutForeignKeys(db: Knex, migrate: () => Promise<unknown>): Promise<void> {
  await db.raw('pragma foreign_keys = OFF')
  await migrate()
  const broken = (await db.raw('pragma foreign_key_check')) as { table: string; parent: string }[]
  if (broken.length > 0)
    throw new Error(
      `the database has ${broken.length} rows that point at nothing, the first in ${broken[0]!.table} at ${broken[0]!.parent}`,
    )
  await db.raw('pragma foreign_keys = ON')
}
