import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { StartProblem } from '../startProblem'
import { openWithoutWaiting } from './sqlite'

/**
 * Holds a data folder for this process alone. The lock is the operating system's (SQLite's exclusive lock on a file of its own), so it
 * ends with the process, also when that is killed.
 * @returns lets go of it
 * @throws StartProblem where another process has it
 */
export function lockFolder(dataDir: string): () => void {
  mkdirSync(dataDir, { recursive: true })
  const lock = openWithoutWaiting(join(dataDir, 'server.lock'))
  try {
    lock.exec('begin exclusive')
  } catch (error) {
    lock.close()
    if ((error as { code?: string }).code?.startsWith('SQLITE_BUSY'))
      throw new StartProblem(`${dataDir}: another Ochote server uses this folder. Stop it first, or set OCHOTE_DATA to another folder.`)
    throw error
  }
  return () => lock.close()
}
