import { closeSync, existsSync, fsyncSync, openSync } from 'node:fs'
import Database from 'libsql'
import BetterSqlite3Client from 'knex/lib/dialects/better-sqlite3/index.js'

export type Sqlite = Database.Database

/** A statement waits this long for another connection's, ms. */
export const BUSY_MS = 5_000

/**
 * Opens a database file that is there.
 * @throws an error with SQLite's code, SQLITE_CANTOPEN where there is none
 */
export function openFile(file: string): Sqlite {
  if (!existsSync(file)) throw Object.assign(new Error(`${file}: unable to open database file`), { code: 'SQLITE_CANTOPEN' })
  return new Database(file, { timeout: BUSY_MS })
}

/** Opens a database file, a new one where there is none, that gives up at once where another connection is in the way. */
export const openWithoutWaiting = (file: string): Sqlite => new Database(file, { timeout: 0 })

/** Has what was written to a file on the disk before anything relies on it. */
export function toDisk(file: string): void {
  const opened = openSync(file, 'r+')
  fsyncSync(opened)
  closeSync(opened)
}

/** Knex over this driver, whose interface is that of the client which this extends. */
export class SqliteClient extends BetterSqlite3Client {
  _driver() {
    return Database
  }

  /** @throws TypeError where a text would be cut off: SQLite takes it to end at U+0000 */
  _formatBindings(bindings: readonly unknown[] | undefined): readonly unknown[] {
    const given = super._formatBindings(bindings)
    for (const value of given)
      if (typeof value === 'string' && value.includes('\0')) throw new TypeError('a text with the character U+0000 cannot be stored whole')
    return given
  }

  /** The driver holds a file until its statements are collected, so what is in the log beside the file goes into it here. */
  async destroyRawConnection(connection: Sqlite): Promise<void> {
    try {
      connection.exec('pragma wal_checkpoint(truncate)')
    } catch {
      // a damaged or full disk keeps the log, from which the next start takes it
    }
    connection.close()
  }
}
