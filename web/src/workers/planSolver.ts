import { proxy, wrap, type Remote } from 'comlink'
import type { Outcome, PlanSolution, WhatIfAnswer } from '@ochote/core'
import type { FieldProblem } from '@ochote/contracts'
import { ProblemError } from '../api/request'
import type { CompareQuestion, ComparedPlans, PlanQuestion, PlanWorker, WhatIfQuestion } from './plan.worker'

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

/** What was worked out, or the problem with its fields. */
function accepted<T>(outcome: Outcome<T, FieldProblem[]>): T {
  if (outcome.ok) return outcome.value
  throw new ProblemError({
    code: 'invalid-input',
    type: 'about:blank',
    title: 'This plan cannot be computed',
    status: 400,
    fields: outcome.problem,
    detail: outcome.problem.map((p) => `${p.field}: found ${p.found}, expected ${p.expected}`).join('; '),
  })
}

/**
 * Solves a plan off the interface's thread. Aborting ends the computation itself: the worker is stopped and the next
 * question gets a new one.
 * @param onProgress - told the share done, 0…1
 */
export async function solveInWorker(
  question: PlanQuestion,
  signal: AbortSignal,
  onProgress: (share: number) => void,
): Promise<PlanSolution> {
  return accepted<PlanSolution>(await ask(signal, async (remote) => remote.solve(question, proxy(onProgress))))
}

/** Asks what one thing done otherwise would do, off the interface's thread. */
export async function askWhatIf(question: WhatIfQuestion, signal: AbortSignal): Promise<WhatIfAnswer | null> {
  return accepted<WhatIfAnswer | null>(await ask(signal, async (remote) => remote.whatIf(question)))
}

/** Holds two plans against each other, off the interface's thread. */
export async function compareInWorker(question: CompareQuestion, signal: AbortSignal): Promise<ComparedPlans> {
  return accepted<ComparedPlans>(await ask(signal, async (remote) => remote.compare(question)))
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
