import { logEntrySchema, type LogEntry } from '@ochote/contracts'
import { clockOf } from '../device/deviceClock'
import type { DeviceEntry } from '../device/deviceStore'

/** A stint's log as this device knows it. */
export interface LogState {
  readonly entries: readonly LogEntry[]
  /** how many entries on this device the server does not have yet */
  readonly waiting: number
  /** entries that this page cannot read, as after another version of Ochote logged them: left out, not lost */
  readonly unreadable: number
  readonly ready: boolean
}

export const emptyLog: LogState = { entries: [], waiting: 0, unreadable: 0, ready: false }

const read = new WeakMap<object, LogEntry | null>()

/** An entry of the device's store, if this version of Ochote can read it. */
function readable(stored: DeviceEntry['entry']): LogEntry | null {
  const before = read.get(stored)
  if (before !== undefined) return before
  const parsed = logEntrySchema.safeParse(stored)
  read.set(stored, parsed.success ? parsed.data : null)
  return parsed.success ? parsed.data : null
}

/** An entry with what is known of the clock that it was tapped by. */
function timed(entry: LogEntry): LogEntry {
  const clock = entry.clockEpoch ? clockOf(entry.clockEpoch) : null
  return clock && clock.offsetMs !== (entry.clockOffsetMs ?? 0) ? { ...entry, clockOffsetMs: clock.offsetMs } : entry
}

/**
 * A stint's log: what this device tapped, whether it is sent or not, and what the server stores, each entry once.
 * @param unreadable - how many entries the server or this page could not read of those that were asked for
 */
export function mergedLog(
  own: readonly DeviceEntry[],
  stored: ReadonlyMap<string, LogEntry>,
  unreadable: number,
  ready: boolean,
): LogState {
  const mine = own.map((e) => readable(e.entry))
  const ids = new Set(own.map((e) => e.id))
  return {
    entries: [...[...stored.values()].filter((e) => !ids.has(e.id)), ...mine.flatMap((e) => (e ? [timed(e)] : []))],
    waiting: own.filter((e) => e.state === 'waiting').length,
    unreadable: unreadable + mine.filter((e) => e === null).length,
    ready,
  }
}
