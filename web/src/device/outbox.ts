import { logReceiptSchema, type LogEntry } from '@ochote/contracts'
import { request } from '../api/request'
import { setClockOffsetMs } from './deviceClock'
import { markSent, unsentEntries } from './deviceStore'

/** The most entries that the server takes at once. */
const MOST_AT_ONCE = 500

interface Sent {
  readonly stored: readonly string[]
  readonly clockOffsetMs: number
}

/** Sends a stint's entries in the order they were tapped, and remembers which the server has and whether the clock is right. */
export async function sendEntries(stintId: string, entries: readonly LogEntry[]): Promise<Sent> {
  const ordered = [...entries].sort((a, b) => a.deviceTime.localeCompare(b.deviceTime)).slice(0, MOST_AT_ONCE)
  const body = { entries: ordered, sentAt: new Date().toISOString() }
  const sent = await request(logReceiptSchema, `/api/stints/${stintId}/log`, { method: 'POST', body })
  setClockOffsetMs(sent.clockOffsetMs)
  await markSent(sent.stored, sent.clockOffsetMs)
  return sent
}

/** Sends what any stint left waiting on this device, as after closing a seat while the server was away. */
export async function sendUnsent(): Promise<void> {
  const waiting = await unsentEntries()
  const stints = new Set(waiting.map((e) => e.stintId))
  for (const stintId of stints) {
    await sendEntries(
      stintId,
      waiting.filter((e) => e.stintId === stintId),
    )
  }
}
