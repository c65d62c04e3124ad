import { randomUUID } from 'node:crypto'
import { copyFileSync, existsSync, mkdirSync, renameSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { backupsIn, databaseFile } from './openData'
import { lockFolder } from './lockFolder'
import { StartProblem } from '../startProblem'
import { stampOf } from './backup'
import { openFile, toDisk } from './sqlite'
import { checkDatabase, type DatabaseContents } from './checkDatabase'

/** Copies the folder's present database, even a damaged one: it may still be useful. */
function setAside(dataDir: string, at: Date): string | null {
  const file = databaseFile(dataDir)
  if (!existsSync(file)) return null
  const copy = join(backupsIn(dataDir), `before-restore-${stampOf(at)}.sqlite`)
  mkdirSync(backupsIn(dataDir), { recursive: true })
  for (const end of ['', '-wal', '-shm']) if (existsSync(file + end)) copyFileSync(file + end, copy + end)
  return copy
}

/**
 * Puts a backup in the place of a data folder's database. The backup is checked before anything is replaced, and what it replaces is
 * kept. The database gets a new name of its own, so that devices send what it lacks.
 * @returns what is in it now, and where what was there before is
 * @throws StartProblem where a server uses the folder, or the backup cannot be used; then nothing is changed
 */
export function restore(dataDir: string, from: string, at = new Date()): { contents: DatabaseContents; before: string | null } {
  if (!existsSync(from)) throw new StartProblem(`${from}: found nothing, expected a backup. Those made here are in ${backupsIn(dataDir)}.`)
  const contents = checkDatabase(from)
  const unlock = lockFolder(dataDir)
  try {
    const file = databaseFile(dataDir)
    const part = `${file}.part`
    copyFileSync(from, part)
    const db = openFile(part)
    const isNamed = db.prepare("select 1 from sqlite_master where name = 'database_identity'").get() !== undefined
    if (isNamed) db.prepare('update database_identity set id = ?').run(randomUUID())
    db.pragma('journal_mode = DELETE')
    db.close()
    toDisk(part)
    const before = setAside(dataDir, at)
    for (const end of ['-wal', '-shm']) rmSync(file + end, { force: true })
    renameSync(part, file)
    return { contents, before }
  } finally {
    unlock()
  }
}
