import { existsSync, statSync } from 'node:fs'
import { join } from 'node:path'
import type { Knex } from 'knex'
import { openDatabase } from './openDatabase'
import { StartProblem } from '../startProblem'

/** The database's file in a data folder. */
export const databaseFile = (dataDir: string): string => join(dataDir, 'ochote.sqlite')
/** The folder of copies of the database in a data folder. */
export const backupsIn = (dataDir: string): string => join(dataDir, 'backups')

/**
 * Opens the database of a data folder that exists, checks it, and brings it up to date; before that a copy of it is made.
 * @returns the database, and what the person at the terminal should know
 * @throws what is wrong with the folder or the file
 */
export async function openData(dataDir: string): Promise<{ db: Knex; remarks: string[] }> {
  const file = databaseFile(dataDir)
  const remarks: string[] = []
  if (existsSync(file) && statSync(file).size === 0)
    remarks.push(`${file} was empty (0 bytes), so this is an empty school. If your data was there, stop Ochote and run npm run restore.`)
  const db = await openDatabase(file, {
    backups: backupsIn(dataDir),
    onCopied: (copy) => remarks.push(`The database was brought up to date. A copy from before is ${copy}.`),
  })
  const [{ quick_check: found }] = (await db.raw('pragma quick_check(1)')) as [{ quick_check: string }]
  if (found !== 'ok') {
    await db.destroy()
    throw new StartProblem(
      `${file}: the database is damaged (${found}). Nothing in it was changed. Bring back a backup with npm run restore.`,
    )
  }
  return { db, remarks }
}
