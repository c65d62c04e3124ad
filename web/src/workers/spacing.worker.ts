import { expose } from 'comlink'
import type { Runners } from '@ochote/contracts'
import { releaseDocument, type ReleaseDocument, type ReleaseProgress } from '@ochote/core'

const SAYS_EVERY_MS = 200

const worker = {
  /** Simulates a release on some thousands of days, and says now and then how far it is. */
  release: (runners: Runners, onProgress: (so: ReleaseProgress) => void): ReleaseDocument => {
    let saidMs = 0
    return releaseDocument(runners, (so) => {
      const now = performance.now()
      if (now - saidMs < SAYS_EVERY_MS) return
      saidMs = now
      onProgress(so)
    })
  },
}
export type SpacingWorker = typeof worker

expose(worker)
