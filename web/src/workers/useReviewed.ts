import { useQuery } from '@tanstack/react-query'
import { wrap } from 'comlink'
import type { Setup, StoredRecording } from '@ochote/contracts'
import type { PlanSolution } from '@ochote/core'
import { requestBytes } from '../api/request'
import type { Reviewed, ReviewQuestion, ReviewWorker } from './review.worker'

const CACHED_MS = 300_000

/**
 * Recordings as they are read against a plan, off the interface's thread.
 * @param solution - of their plan; undefined while it is not known
 * @param endedAtMs - when their stint was over; laps from there on are another driver's
 */
export function useReviewed(
  recordings: readonly StoredRecording[],
  solution: PlanSolution | undefined,
  pace: Setup['pace'],
  endedAtMs: number | null = null,
) {
  return useQuery({
    queryKey: [
      'reviewed',
      recordings.map(({ id, sha256 }) => [id, sha256]),
      solution?.trace.lapTimeS,
      solution?.line.offsetM.length,
      pace,
      endedAtMs,
    ],
    queryFn: async ({ signal }) => {
      const columns = await Promise.all(recordings.map(({ id }) => requestBytes(`/api/recordings/${id}/columns`, signal)))
      return reviewInWorker({ solution: solution!, pace, endedAtMs, columns }, signal)
    },
    enabled: recordings.length > 0 && solution !== undefined,
    staleTime: Infinity,
    gcTime: CACHED_MS,
    structuralSharing: false, // megabytes of numbers: comparing them costs more than drawing them
    retry: false,
  })
}

async function reviewInWorker(question: ReviewQuestion, signal: AbortSignal): Promise<Reviewed> {
  const worker = new Worker(new URL('./review.worker.ts', import.meta.url), { type: 'module' })
  const stopped = new Promise<never>((_, reject) => {
    signal.addEventListener('abort', () => reject(new DOMException('superseded', 'AbortError')))
  })
  try {
    return await Promise.race([wrap<ReviewWorker>(worker).review(question) as Promise<Reviewed>, stopped])
  } finally {
    worker.terminate()
  }
}
