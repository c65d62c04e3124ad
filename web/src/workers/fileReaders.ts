import { wrap, type Remote } from 'comlink'
import type { FieldProblem } from '@ochote/contracts'
import type { Outcome } from '@ochote/core'
import { ProblemError } from '../api/request'
import type { CircuitFileWorker } from './circuitFile.worker'
import type { RecceAnswer, RecceFiles, RecceWorker } from './recce.worker'

/** What was read of a file, or the problem with its fields. */
function accepted<T>(outcome: Outcome<T, FieldProblem[]>): T {
  if (outcome.ok) return outcome.value
  const [first] = outcome.problem
  throw new ProblemError({
    code: 'invalid-input',
    type: 'about:blank',
    title: 'This file cannot be used',
    status: 400,
    fields: outcome.problem,
    detail: `${first?.field}: found ${first?.found}, expected ${first?.expected}. Nothing was stored.`,
  })
}

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
  return accepted<RecceAnswer>(
    await askOnce<RecceWorker, Outcome<RecceAnswer, FieldProblem[]>>(worker, async (remote) => remote.make(files), signal),
  )
}

/** Reads and checks a circuit's file, off the interface's thread. */
export async function circuitInWorker(file: File): Promise<unknown> {
  const worker = new Worker(new URL('./circuitFile.worker.ts', import.meta.url), { type: 'module' })
  return accepted<unknown>(await askOnce<CircuitFileWorker, Outcome<unknown, FieldProblem[]>>(worker, async (remote) => remote.read(file)))
}
