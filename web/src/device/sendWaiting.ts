import { logReceiptSchema, type LogEntry } from '@ochote/contracts'
import { request } from '../api/request'
import { markSent, unsentEntries } from './deviceStore'

/** Sends a stint's entries in the order they were tapped, and remembers which the server has. */
export async function sendEntries(stintId: string, entries: readonly LogEntry[]): Promise<readonly string[]> {
  const ordered = [...entries].sort((a, b) => a.deviceTime.localeCompare(b.deviceTime))
  const { stored } = await request(logReceiptSchema, `/api/stints/${stintId}/log`, { method: 'POST', body: { entries: ordered } })
  await markSent(stored)
  return stored
}

/** Sends what any stint left waiting on this device, as after closing a seat while the server was away. */
export async function sendWaiting(): Promise<void> {
  const waiting = await unsentEntries()
  const stints = new Set(waiting.map((e) => e.stintId))
  for (const stintId of stints) {
    await sendEntries(
      stintId,
      waiting.filter((e) => e.stintId === stintId),
    )
  }
}
