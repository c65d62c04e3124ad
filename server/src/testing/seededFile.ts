import { copyFileSync, existsSync, mkdirSync, mkdtempSync, renameSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { inject } from 'vitest'
import { openDatabase } from '../db/openDatabase'
import { seed } from '../demo/seed'
import { repositoriesOf } from '../repositories'

/** The date of the demonstration's second day in tests. */
export const SECOND_DAY = '2026-10-17'

const folder = mkdtempSync(join(tmpdir(), 'ochote-seeded-'))
let copies = 0
const POLL_MS = 50

/** The seeded database of this run of tests: the first thread that needs it makes it, the others wait for it. */
async function seedOnce(): Promise<string> {
  const shared = inject('seededFolder')
  const file = join(shared, 'seeded.sqlite')
  try {
    mkdirSync(join(shared, 'making'))
  } catch {
    while (!existsSync(file)) await new Promise((resolve) => setTimeout(resolve, POLL_MS))
    return file
  }
  const db = await openDatabase(`${file}.new`)
  await seed(repositoriesOf(db), SECOND_DAY)
  await db.destroy() // which leaves nothing beside the file
  renameSync(`${file}.new`, file)
  return file
}

/** The path of a new database file that holds the demonstration. Seeding takes seconds, so each is a copy of the first. */
export async function seededFile(): Promise<string> {
  const copy = join(folder, `${copies++}.sqlite`)
  copyFileSync(await seedOnce(), copy)
  return copy
}
