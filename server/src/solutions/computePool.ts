import { availableParallelism } from 'node:os'
import { fileURLToPath } from 'node:url'
import Piscina from 'piscina'
import { busy } from '../http/appError'
import type * as tasks from './computeTasks'

type Tasks = typeof tasks

interface Limits {
  /** a task that takes longer is ended, ms */
  readonly withinMs: number
  /** tasks that wait */
  readonly mostWaiting: number
}

const LIMITS: Limits = { withinMs: 180_000, mostWaiting: 40 }
const IDLE_MS = 30_000

/** A task was ended because it took too long. */
export class TookTooLong extends Error {}

/** Threads that compute beside the server, so that no vehicle, set-up or circuit holds up a request. */
export class ComputePool {
  private readonly limits: Limits
  private readonly thread: string
  private pool: Piscina | null = null

  /** @param thread - the file of a thread, in plain JavaScript */
  constructor(limits: Partial<Limits> = {}, thread = fileURLToPath(new URL('./computeWorker.mjs', import.meta.url))) {
    this.thread = thread
    this.limits = { ...LIMITS, ...limits }
  }

  /**
   * Runs a task in a thread.
   * @param signal - ends the task, also in the middle of it
   * @throws AppError where too many wait already; TookTooLong where it is ended by its limit; an AbortError where by the signal
   */
  async run<N extends keyof Tasks>(name: N, task: Parameters<Tasks[N]>[0], signal?: AbortSignal): Promise<ReturnType<Tasks[N]>> {
    this.pool ??= this.start()
    if (this.pool.queueSize >= this.limits.mostWaiting) throw busy('The server computes other plans. Try again in a minute.')
    const within = new AbortController()
    let isLate = false
    const stop = () => within.abort()
    signal?.addEventListener('abort', stop)
    // the limit is for computing: a task that waits for a thread loses nothing of it
    const timer = setTimeout(
      () => {
        isLate = true
        stop()
      },
      this.limits.withinMs * (1 + this.pool.queueSize),
    )
    try {
      return (await this.pool.run(task, { name, signal: within.signal })) as ReturnType<Tasks[N]>
    } catch (error) {
      if (isLate) throw new TookTooLong(`${name} took more than ${this.limits.withinMs / 1000} s`)
      throw error
    } finally {
      clearTimeout(timer)
      signal?.removeEventListener('abort', stop)
    }
  }

  async close(): Promise<void> {
    await this.pool?.destroy()
    this.pool = null
  }

  private start(): Piscina {
    return new Piscina({
      filename: this.thread,
      // the server's own thread keeps a processor
      minThreads: 0,
      maxThreads: Math.max(1, availableParallelism() - 1),
      idleTimeout: IDLE_MS,
    })
  }
}
