import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { TestProject } from 'vitest/node'

declare module 'vitest' {
  interface ProvidedContext {
    /** where the seeded database of this run of tests is made, once for all threads */
    seededFolder: string
  }
}

/** Makes the folder before a run of tests, and removes it after. */
export default function setup({ provide }: TestProject): () => void {
  const folder = mkdtempSync(join(tmpdir(), 'ochote-run-'))
  provide('seededFolder', folder)
  return () => rmSync(folder, { recursive: true })
}
