import { randomUUID } from 'node:crypto'
import { existsSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { Worker } from 'node:worker_threads'
import type { DayFile, Solving } from '@ochote/contracts'
import { busy } from '../http/appError'
import type { SolveNews, SolveTask } from './solveTask'

/** Searches at once; each has a thread of its own. */
const MOST_AT_ONCE = 2
/** An answer that nobody asks for any more is let go of after this, ms. */
const KEPT_MS = 10 * 60_000
/** A search whose page has gone is stopped when nobody has asked for so long, ms. */
const UNWATCHED_MS = 60_000
/** A search that is asked to stop has so long to end by itself, ms. */
const STOPS_WITHIN_MS = 1_500

interface Running {
  readonly worker: Worker
  readonly stop: Int32Array
  readonly beganMs: number
  askedMs: number
  state: Solving
  /** @param problem - why it ends, in words; null where it was done or stopped */
  readonly end: (problem: string | null) => void
}

/** Built, a thread is plain JavaScript; from its source, it is brought in by the loader. */
const threadFile = (): string => {
  const built = fileURLToPath(new URL('./solveTask.mjs', import.meta.url))
  return existsSync(built) ? built : fileURLToPath(new URL('./solveWorker.mjs', import.meta.url))
}

/** Searches for timetables, each in a thread beside the server. */
export class Solvings {
  private readonly running = new Map<string, Running>()

  /** @throws AppError where too many search already */
  start(day: DayFile, seconds: number): Solving {
    this.tidy()
    if ([...this.running.values()].filter(({ state }) => !state.isOver).length >= MOST_AT_ONCE)
      throw busy('The server is looking for other timetables. Stop one of them, or try again in a minute.')
    const stop = new SharedArrayBuffer(4)
    const task: SolveTask = { day, seconds, stop }
    const worker = new Worker(threadFile(), { workerData: task })
    const id = randomUUID()
    const state: Solving = { id, isOver: false, seconds: 0, best: null, none: null, problem: null }
    const end = (problem: string | null) => {
      one.state = { ...this.timed(one), isOver: true, problem }
      void worker.terminate()
    }
    const one: Running = { worker, stop: new Int32Array(stop), beganMs: Date.now(), askedMs: Date.now(), state, end }
    worker.on('message', (news: SolveNews) => {
      if ('isOver' in news) end(null)
      else one.state = { ...one.state, ...news }
    })
    worker.on('error', () => end('The search broke off. The timetable is as it was.'))
    worker.unref()
    this.running.set(id, one)
    return state
  }

  /** How far a search is, or undefined where it is none of these. */
  find(id: string): Solving | undefined {
    this.tidy()
    const one = this.running.get(id)
    if (!one) return undefined
    one.askedMs = Date.now()
    return this.timed(one)
  }

  /** Asks a search to end with the best it has. */
  stop(id: string): void {
    const one = this.running.get(id)
    if (!one || one.state.isOver) return
    Atomics.store(one.stop, 0, 1)
    // in the middle of a model the flag is not looked at
    setTimeout(() => !one.state.isOver && one.end(null), STOPS_WITHIN_MS).unref()
  }

  private timed({ state, beganMs }: Running): Solving {
    return state.isOver ? state : { ...state, seconds: (Date.now() - beganMs) / 1000 }
  }

  private tidy(): void {
    const now = Date.now()
    for (const [id, { askedMs, state }] of this.running) {
      if (!state.isOver && now - askedMs > UNWATCHED_MS) this.stop(id)
      if (state.isOver && now - askedMs > KEPT_MS) this.running.delete(id)
    }
  }
}
