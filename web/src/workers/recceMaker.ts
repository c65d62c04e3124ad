import { wrap } from 'comlink'
import { ProblemError } from '../api/request'
import type { RecceAnswer, RecceFiles, RecceWorker } from './recce.worker'

/** Reads recordings and makes a circuit of them in a worker that ends with the answer, or when it is stopped. */
export async function recceInWorker(files: RecceFiles, signal: AbortSignal): Promise<RecceAnswer> {
  const worker = new Worker(new URL('./recce.worker.ts', import.meta.url), { type: 'module' })
  const stopped = new Promise<never>((_, reject) => {
    signal.addEventListener('abort', () => reject(new DOMException('superseded', 'AbortError')))
  })
  try {
    const outcome = await Promise.race([wrap<RecceWorker>(worker).make(files), stopped])
    if (outcome.ok) return outcome.value
    const [first] = outcome.problem
    throw new ProblemError({
      code: 'invalid-input',
      type: 'about:blank',
      title: 'This recording cannot be used',
      status: 400,
      fields: outcome.problem,
      detail: `${first?.field}: found ${first?.found}, expected ${first?.expected}. Nothing was stored.`,
    })
  } finally {
    worker.terminate()
  }
}
