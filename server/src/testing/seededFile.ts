import { copyFileSync, mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { openDatabase } from '../db/openDatabase'
import { seed } from '../demo/seed'
import { repositoriesOf } from '../repositories'

/** The date of the demonstration's second day in tests. */
export const SECOND_DAY = '2026-10-17'

const folder = mkdtempSync(join(tmpdir(), 'ochote-seeded-'))
let copies = 0
let seeded: Promise<string> | null = null

async function seedOnce(): Promise<string> {
  const file = join(folder, 'seeded.sqlite')
  const db = await openDatabase(file)
  await seed(repositoriesOf(db), SECOND_DAY)
  await db.destroy() // which leaves nothing beside the file
  return file
}

/** The path of a new database file that holds the demonstration. Seeding takes a second, so each is a copy of the first. */
export async function seededFile(): Promise<string> {
  seeded ??= seedOnce()
  const copy = join(folder, `${copies++}.sqlite`)
  copyFileSync(await seeded, copy)
  return copy
}
