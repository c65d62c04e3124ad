import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { TestProject } from 'vitest/node'
import { openDatabase } from '../db/openDatabase'
import { seed } from '../demo/seed'
import { repositoriesOf } from '../repositories'
import { SECOND_DAY } from './secondDay'

declare module 'vitest' {
  interface ProvidedContext {
    /** the database file with the demonstration that tests copy */
    seeded: string
  }
}

/** Seeds a database once for a run of tests, before the first of them, so that no test waits for it in its own time. */
export default async function setup({ provide }: TestProject): Promise<() => void> {
  const folder = mkdtempSync(join(tmpdir(), 'ochote-run-'))
  const file = join(folder, 'seeded.sqlite')
  const db = await openDatabase(file)
  await seed(repositoriesOf(db), SECOND_DAY)
  await db.destroy() // which leaves nothing beside the file
  provide('seeded', file)
  return () => rmSync(folder, { recursive: true })
}
