import { proxy, wrap } from 'comlink'
import type { Runners } from '@ochote/contracts'
import type { ReleaseDocument, ReleaseProgress } from '@ochote/core'
import type { SpacingWorker } from './spacing.worker'

/** Simulates a release off the interface's thread. Aborting ends the simulation itself. */
export async function releaseInWorker(
  runners: Runners,
  signal: AbortSignal,
  onProgress: (so: ReleaseProgress) => void,
): Promise<ReleaseDocument> {
  const worker = new Worker(new URL('./spacing.worker.ts', import.meta.url), { type: 'module' })
  try {
    return await Promise.race([
      wrap<SpacingWorker>(worker).release(runners, proxy(onProgress)),
      new Promise<never>((_, reject) => signal.addEventListener('abort', () => reject(new DOMException('superseded', 'AbortError')))),
    ])
  } finally {
    worker.terminate()
  }
}
