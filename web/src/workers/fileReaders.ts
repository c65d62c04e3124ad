import { wrap, type Remote } from 'comlink'
import type { FieldProblem } from '@ochote/contracts'
import type { Outcome } from '@ochote/core'
import { accepted } from '../api/inputProblem'
import type { CircuitFileWorker } from './circuitFile.worker'
import type { RecceAnswer, RecceFiles, RecceWorker } from './recce.worker'

const REFUSED = 'This file cannot be used'

/** Asks a worker that ends with the answer, or when it is stopped. */
async function askOnce<W, T>(worker: Worker, ask: (remote: Remote<W>) => Promise<T>, signal?: AbortSignal): Promise<T> {
  const stopped = new Promise<never>((_, reject) => {
    signal?.addEventListener('abort', () => reject(new DOMException('superseded', 'AbortError')))
  })
  try {
    return await Promise.race([ask(wrap<W>(worker)), stopped])
  } finally {
    worker.terminate()
  }
}

/** Reads recordings and makes a circuit of them, off the interface's thread. */
export async function recceInWorker(files: RecceFiles, signal: AbortSignal): Promise<RecceAnswer> {
  const worker = new Worker(new URL('./recce.worker.ts', import.meta.url), { type: 'module' })
  const made = await askOnce<RecceWorker, Outcome<RecceAnswer, FieldProblem[]>>(worker, async (remote) => remote.make(files), signal)
  return accepted(made, REFUSED)
}

/** Reads and checks a circuit's file, off the interface's thread. */
export async function circuitInWorker(file: File): Promise<unknown> {
  const worker = new Worker(new URL('./circuitFile.worker.ts', import.meta.url), { type: 'module' })
  const read = await askOnce<CircuitFileWorker, Outcome<unknown, FieldProblem[]>>(worker, async (remote) => remote.read(file))
  return accepted(read, REFUSED)
}
