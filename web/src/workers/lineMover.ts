import { wrap, type Remote } from 'comlink'
import type { EditedLine } from '@ochote/core'
import type { LineMove, LineToHold, LineWorker } from './line.worker'

/** Moves one line by hand in a worker of its own: a plan being solved meanwhile never holds up the pointer. */
export interface LineMover {
  move: (move: LineMove) => Promise<EditedLine>
  stop: () => void
}

export function lineMover(toHold: LineToHold): LineMover {
  const worker = new Worker(new URL('./line.worker.ts', import.meta.url), { type: 'module' })
  const remote: Remote<LineWorker> = wrap<LineWorker>(worker)
  const held = remote.hold(toHold)
  return {
    move: async (move) => {
      await held
      return remote.move(move)
    },
    stop: () => worker.terminate(),
  }
}
