import { existsSync, mkdirSync, renameSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import Database from 'better-sqlite3'
import { backupsIn, databaseFile } from './openData'
import { StartProblem } from '../startProblem'
import { checkDatabase } from './checkDatabase'

/** 20261129T101500Z */
export const stampOf = (at: Date): string => at.toISOString().replaceAll(/[-:]|\.\d+/g, '')

/**
 * Copies a data folder's database as it is at one moment, also while a server uses it (SQLite's online backup), and checks the copy
 * before it gets its name.
 * @param to - path of the copy; by default in the folder's `backups`
 * @returns the path of the copy
 * @throws StartProblem where there is nothing to copy, or something of that name
 */
export async function backup(dataDir: string, to?: string, at = new Date()): Promise<string> {
  const file = databaseFile(dataDir)
  if (!existsSync(file)) throw new StartProblem(`${file}: found nothing, expected a database. Set OCHOTE_DATA to the folder that holds it.`)
  const target = resolve(to ?? join(backupsIn(dataDir), `ochote-${stampOf(at)}.sqlite`))
  if (existsSync(target)) throw new StartProblem(`${target}: a file of this name exists already. Choose another name.`)
  mkdirSync(dirname(target), { recursive: true })
  const db = new Database(file, { readonly: true, fileMustExist: true })
  try {
    await db.backup(`${target}.part`)
  } finally {
    db.close()
  }
  const copy = new Database(`${target}.part`)
  copy.pragma('journal_mode = DELETE') // one file, with nothing beside it
  copy.close()
  checkDatabase(`${target}.part`)
  renameSync(`${target}.part`, target)
  return target
}
