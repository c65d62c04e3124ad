import { copyFileSync, mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { inject } from 'vitest'

const folder = mkdtempSync(join(tmpdir(), 'ochote-seeded-'))
let copies = 0

/** The path of a new database file that holds the demonstration: a copy of the one that the run of tests began with. */
export function seededFile(): string {
  const copy = join(folder, `${copies++}.sqlite`)
  copyFileSync(inject('seeded'), copy)
  return copy
}
