import type { StoredRecording } from '@ochote/contracts'

/** Recordings of a stint as one outing. */
export interface Outing {
  /** whether they can be read as one: each of them has a date */
  readonly canJoin: boolean
  /** those that are read; the earliest comes first: its laps have the same numbers alone and with the others, and it carries their review */
  readonly read: readonly StoredRecording[]
}

/**
 * Files of one outing are read as one where each of them has a date; else one of them is.
 * @param recordings - at least one
 * @param chosen - the one to be read alone; null for all
 */
export function outingOf(recordings: readonly StoredRecording[], chosen: string | null = null): Outing {
  const canJoin = recordings.length > 1 && recordings.every(({ startedAt }) => startedAt !== null)
  const one = recordings.find(({ id }) => id === chosen)
  const byStart = [...recordings].sort((a, b) => (a.startedAt ?? '').localeCompare(b.startedAt ?? ''))
  return { canJoin, read: one ? [one] : canJoin ? byStart : [recordings[0]!] }
}
