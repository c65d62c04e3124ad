import { expose } from 'comlink'
import type { Runners } from '@ochote/contracts'
import { releaseDocument, type ReleaseDocument } from '@ochote/core'

const worker = {
  /** Simulates a release on some thousands of days. */
  release: (runners: Runners): ReleaseDocument => releaseDocument(runners),
}
export type SpacingWorker = typeof worker

expose(worker)
