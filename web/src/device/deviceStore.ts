import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { LogEntry } from '@ochote/contracts'
import { v4 as uuid } from 'uuid'

interface DeviceEntry {
  id: string
  stintId: string
  entry: LogEntry
  sent: boolean
}

interface DeviceSchema extends DBSchema {
  entries: { key: string; value: DeviceEntry; indexes: { byStint: string } }
}

let opened: Promise<IDBPDatabase<DeviceSchema>> | null = null

/** The device's own database: entries are stored here before they are sent. */
function deviceDb(): Promise<IDBPDatabase<DeviceSchema>> {
  opened ??= openDB<DeviceSchema>('ochote-device', 1, {
    upgrade: (db) => {
      db.createObjectStore('entries', { keyPath: 'id' }).createIndex('byStint', 'stintId')
    },
  })
  return opened
}

/** Keeps an entry on the device; resolves once it is on disk. */
export async function storeEntry(entry: LogEntry): Promise<void> {
  const db = await deviceDb()
  const write = db.transaction('entries', 'readwrite', { durability: 'strict' })
  await Promise.all([write.store.put({ id: entry.id, stintId: entry.stintId, entry, sent: false }), write.done])
}

/** Every entry of a stint that this device made, and whether the server has it. */
export async function deviceEntries(stintId: string): Promise<{ entry: LogEntry; sent: boolean }[]> {
  const db = await deviceDb()
  return (await db.getAllFromIndex('entries', 'byStint', stintId)).map(({ entry, sent }) => ({ entry, sent }))
}

/** Entries of any stint that the server does not have yet. */
export async function unsentEntries(): Promise<LogEntry[]> {
  const db = await deviceDb()
  return (await db.getAll('entries')).filter((kept) => !kept.sent).map((kept) => kept.entry)
}

/** Remembers that the server has entries, and by how much it put their clock right. */
export async function markSent(ids: readonly string[], clockOffsetMs = 0): Promise<void> {
  const db = await deviceDb()
  const write = db.transaction('entries', 'readwrite')
  for (const id of ids) {
    const kept = await write.store.get(id)
    if (kept) await write.store.put({ ...kept, entry: withOffset(kept.entry, clockOffsetMs), sent: true })
  }
  await write.done
}

/** An entry with the offset of the clock it was tapped by; none where that was right. */
export function withOffset(entry: LogEntry, clockOffsetMs: number): LogEntry {
  const { clockOffsetMs: before, ...rest } = entry
  if (before === clockOffsetMs) return entry
  return clockOffsetMs === 0 ? rest : { ...rest, clockOffsetMs }
}

const DEVICE_KEY = 'ochote.device'

/** This device's own name, made once. */
export function deviceId(): string {
  const known = localStorage.getItem(DEVICE_KEY)
  if (known) return known
  const made = uuid()
  localStorage.setItem(DEVICE_KEY, made)
  return made
}
