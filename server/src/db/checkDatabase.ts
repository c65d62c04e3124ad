import { migrationNames } from './openDatabase'
import { StartProblem } from '../startProblem'
import { openFile, type Sqlite } from './sqlite'

/** What a database holds, so that a person can tell whether it is the one they mean. */
export interface DatabaseContents {
  readonly days: number
  readonly people: number
  readonly entries: number
}

const count = (db: Sqlite, table: string): number => (db.prepare(`select count(*) as n from ${table}`).get() as { n: number }).n

/**
 * Checks that a file is a whole database of Ochote that this version can open. The file is not changed.
 * @throws StartProblem that says what was found and what was expected
 */
export function checkDatabase(file: string): DatabaseContents {
  const wrong = (found: string, expected: string) => new StartProblem(`${file}: found ${found}, expected ${expected}. Nothing was changed.`)
  const db = openFile(file)
  try {
    const [{ integrity_check: whole }] = db.pragma('integrity_check(1)') as [{ integrity_check: string }]
    if (whole !== 'ok') throw wrong(`damage (${whole})`, 'a whole database')
    const tables = new Set(
      (db.prepare("select name from sqlite_master where type = 'table'").all() as { name: string }[]).map((t) => t.name),
    )
    if (!tables.has('knex_migrations') || !tables.has('log_entries')) throw wrong('another database', 'a database of Ochote')
    const applied = (db.prepare('select name from knex_migrations').all() as { name: string }[]).map((m) => m.name)
    const newer = applied.filter((name) => !migrationNames.includes(name))
    if (newer.length > 0) throw wrong(`a database of a newer Ochote (${newer.join(', ')})`, 'one that this version can open')
    const broken = db.pragma('foreign_key_check') as unknown[]
    if (broken.length > 0) throw wrong(`${broken.length} rows that point at nothing`, 'a whole database')
    return {
      days: count(db, tables.has('days') ? 'days' : 'events'),
      people: count(db, 'people'),
      entries: count(db, 'log_entries'),
    }
  } catch (error) {
    if ((error as { code?: string }).code === 'SQLITE_NOTADB') throw wrong('another kind of file', 'a database of Ochote')
    throw error
  } finally {
    db.close()
  }
}
