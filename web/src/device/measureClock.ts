import { serverTimeSchema } from '@ochote/contracts'
import { request } from '../api/request'

/** A sample that took longer than this says too little, ms. */
const LONGEST_TRIP_MS = 1_000
/** Samples this close agree, ms. */
const AGREE_MS = 250
const MOST_SAMPLES = 4

interface Sample {
  readonly offsetMs: number
  readonly tripMs: number
}

interface MeasuredClock {
  /** how far the server's time is ahead of this device's; null where the link is too slow to tell, ms */
  readonly offsetMs: number | null
  readonly databaseId: string
}

/** An offset that the trip alone explains is none. */
const beyondTrip = ({ offsetMs, tripMs }: Sample): number => (Math.abs(offsetMs) <= tripMs / 2 + 50 ? 0 : Math.round(offsetMs))

/**
 * Compares this device's clock with the server's (Cristian's algorithm): the server's time is taken to be that of the middle of the
 * trip. Only trips under a second count, and two samples have to agree.
 * @throws ProblemError where no server answers
 */
export async function measureClock(): Promise<MeasuredClock> {
  const samples: Sample[] = []
  let databaseId = ''
  for (let k = 0; k < MOST_SAMPLES; k++) {
    const [sentAt, startedMs] = [Date.now(), performance.now()]
    const answer = await request(serverTimeSchema, '/api/time')
    const tripMs = performance.now() - startedMs
    databaseId = answer.databaseId
    if (tripMs > LONGEST_TRIP_MS) continue
    const sample = { offsetMs: answer.nowMs - (sentAt + tripMs / 2), tripMs }
    const other = samples.find((s) => Math.abs(s.offsetMs - sample.offsetMs) <= AGREE_MS)
    if (other) return { databaseId, offsetMs: beyondTrip(other.tripMs < sample.tripMs ? other : sample) }
    samples.push(sample)
  }
  return { databaseId, offsetMs: null }
}
