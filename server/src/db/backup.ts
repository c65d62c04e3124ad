import { existsSync, mkdirSync, renameSync, rmSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { backupsIn, databaseFile } from './openData'
import { StartProblem } from '../startProblem'
import { checkDatabase } from './checkDatabase'
import { openFile, toDisk } from './sqlite'

/** 20261129T101500Z */
export const stampOf = (at: Date): string => at.toISOString().replaceAll(/[-:]|\.\d+/g, '')

/**
 * Copies a data folder's database as it is at one moment, also while a server uses it, and checks the copy before it gets its name.
 * SQLite's `vacuum into` reads within one transaction, which holds up no one who writes.
 * @param to - path of the copy; by default in the folder's `backups`
 * @returns the path of the copy
 * @throws StartProblem where there is nothing to copy, or something of that name
 */
export function backup(dataDir: string, to?: string, at = new Date()): string {
  const file = databaseFile(dataDir)
  if (!existsSync(file)) throw new StartProblem(`${file}: found nothing, expected a database. Set OCHOTE_DATA to the folder that holds it.`)
  const target = resolve(to ?? join(backupsIn(dataDir), `ochote-${stampOf(at)}.sqlite`))
  if (existsSync(target)) throw new StartProblem(`${target}: a file of this name exists already. Choose another name.`)
  mkdirSync(dirname(target), { recursive: true })
  const part = `${target}.part`
  rmSync(part, { force: true }) // what an earlier copy left that was ended in the middle
  const db = openFile(file)
  try {
    db.prepare('vacuum into ?').run(part)
  } finally {
    db.close()
  }
  toDisk(part)
  checkDatabase(part)
  renameSync(part, target)
  return target
}
