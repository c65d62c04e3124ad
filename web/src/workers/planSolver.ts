import { proxy, wrap, type Remote } from 'comlink'
import type { PlanSolution, WhatIfAnswer } from '@ochote/core'
import { accepted } from '../api/inputProblem'
import type { CompareQuestion, ComparedPlans, PlanQuestion, PlanWorker, WhatIfQuestion } from './plan.worker'

const REFUSED = 'This plan cannot be computed'

interface Running {
  worker: Worker
  remote: Remote<PlanWorker>
  busy: number
}

let running: Running | null = null

function start(): Running {
  const worker = new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' })
  return { worker, remote: wrap<PlanWorker>(worker), busy: 0 }
}

/**
 * Solves a plan off the interface's thread. Aborting ends the computation itself: the worker is stopped and the next
 * question gets a new one.
 * @param onProgress - called with the share done, 0…1
 */
export async function solveInWorker(
  question: PlanQuestion,
  signal: AbortSignal,
  onProgress: (share: number) => void,
): Promise<PlanSolution> {
  return accepted<PlanSolution>(await ask(signal, async (remote) => remote.solve(question, proxy(onProgress))), REFUSED)
}

/** Asks what one change would do, off the interface's thread. */
export async function askWhatIf(question: WhatIfQuestion, signal: AbortSignal): Promise<WhatIfAnswer | null> {
  return accepted<WhatIfAnswer | null>(await ask(signal, async (remote) => remote.whatIf(question)), REFUSED)
}

/** Compares two plans off the interface's thread. */
export async function compareInWorker(question: CompareQuestion, signal: AbortSignal): Promise<ComparedPlans> {
  return accepted<ComparedPlans>(await ask(signal, async (remote) => remote.compare(question)), REFUSED)
}

async function ask<T>(signal: AbortSignal, question: (remote: Remote<PlanWorker>) => Promise<T>): Promise<T> {
  // a question asked beside another has a worker of its own, so that stopping one never stops the other
  const own = running && running.busy === 0 ? running : start()
  running = own
  own.busy++
  const stopped = new Promise<never>((_, reject) => {
    signal.addEventListener('abort', () => {
      own.worker.terminate()
      if (running === own) running = null
      reject(new DOMException('superseded', 'AbortError'))
    })
  })
  try {
    return await Promise.race([question(own.remote), stopped])
  } finally {
    own.busy--
    if (running !== own) own.worker.terminate()
  }
}
