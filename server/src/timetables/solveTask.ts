import { parentPort, workerData } from 'node:worker_threads'
import type { DayFile, FoundTimetable, NoTimetableFound } from '@ochote/contracts'
import { makeTimetable, type Timetable } from '@ochote/core'
import { loadSolver } from '@ochote/solver'

/** What a thread is given: a day, how long to look, and a flag that stops it. */
export interface SolveTask {
  readonly day: DayFile
  readonly seconds: number
  readonly stop: SharedArrayBuffer
}

/** What a thread tells: something better, or that it is over. */
export type SolveNews = { readonly best: FoundTimetable } | { readonly none: NoTimetableFound } | { readonly isOver: true }

const found = ({ stints, wants, cost, bound }: Timetable): FoundTimetable => ({ stints: [...stints], wants: [...wants], cost, bound })

async function run({ day, seconds, stop }: SolveTask, tell: (news: SolveNews) => void): Promise<void> {
  const flag = new Int32Array(stop)
  const means = { solve: await loadSolver(), now: () => performance.now() }
  const isStopped = () => Atomics.load(flag, 0) !== 0
  const answer = makeTimetable(day, means, { seconds, isStopped, onBetter: (better) => tell({ best: found(better) }) })
  if (answer.ok) tell({ best: found(answer) })
  else {
    const { clash, isProved, most, mends } = answer
    tell({ none: { clash: [...clash], isProved, most: [...most.stints], mends: [...mends] } })
  }
  tell({ isOver: true })
}

if (parentPort) {
  const port = parentPort
  await run(workerData as SolveTask, (news) => port.postMessage(news))
}
