import { openDB, type DBSchema, type IDBPDatabase, type IDBPTransaction } from 'idb'
import type { FieldProblem, LogEntry } from '@ochote/contracts'
import { v4 as uuid } from 'uuid'

/** Whether the server has an entry, does not have it yet, or does not take it. */
export type SendState = 'waiting' | 'sent' | 'refused'

/** An entry that this device made. */
export interface DeviceEntry {
  readonly id: string
  readonly stintId: string
  readonly entry: LogEntry
  readonly state: SendState
  /** why the server refused it */
  readonly problem?: FieldProblem
}

interface DeviceSchema extends DBSchema {
  entries: { key: string; value: DeviceEntry; indexes: { byStint: string; byState: SendState } }
}

/** Requests within the upgrade keep its transaction open until they are done. */
async function upgrade(
  db: IDBPDatabase<DeviceSchema>,
  from: number,
  tx: IDBPTransaction<DeviceSchema, 'entries'[], 'versionchange'>,
): Promise<void> {
  if (from < 1) db.createObjectStore('entries', { keyPath: 'id' }).createIndex('byStint', 'stintId')
  const store = tx.objectStore('entries')
  store.createIndex('byState', 'state')
  for (let at = await store.openCursor(); at; at = await at.continue()) {
    const { sent, ...kept } = at.value as DeviceEntry & { sent?: boolean }
    await at.update({ ...kept, state: sent ? 'sent' : 'waiting' })
  }
}

let opened: Promise<IDBPDatabase<DeviceSchema>> | null = null

/** The device's own database: entries are stored here before they are sent. */
function deviceDb(): Promise<IDBPDatabase<DeviceSchema>> {
  opened ??= openDB<DeviceSchema>('ochote-device', 2, {
    upgrade: (db, from, _to, tx) => void upgrade(db, from, tx),
    // another tab of a newer version wants to upgrade: let it
    blocking: (_from, _to, event) => (event.target as IDBDatabase).close(),
    terminated: () => (opened = null),
  })
  // refused once, as in a private window, does not mean refused for ever
  opened.catch(() => (opened = null))
  return opened
}

/** Stores an entry on the device; resolves once it is on disk. */
export async function storeEntry(entry: LogEntry): Promise<void> {
  const db = await deviceDb()
  const write = db.transaction('entries', 'readwrite', { durability: 'strict' })
  await Promise.all([write.store.put({ id: entry.id, stintId: entry.stintId, entry, state: 'waiting' }), write.done])
}

/** Every entry of a stint that this device made. */
export const entriesOfStint = async (stintId: string): Promise<DeviceEntry[]> =>
  (await deviceDb()).getAllFromIndex('entries', 'byStint', stintId)

/** Entries of any stint in a state. */
export const entriesInState = async (state: SendState): Promise<DeviceEntry[]> =>
  (await deviceDb()).getAllFromIndex('entries', 'byState', state)

/** Changes the state of entries that are stored. */
export async function setStates(changes: ReadonlyMap<string, Pick<DeviceEntry, 'state' | 'problem'>>): Promise<void> {
  const write = (await deviceDb()).transaction('entries', 'readwrite')
  for (const [id, { state, problem }] of changes) {
    const kept = await write.store.get(id)
    if (!kept) continue
    const { problem: _before, ...rest } = kept
    await write.store.put({ ...rest, state, ...(problem ? { problem } : {}) })
  }
  await write.done
}

/** Removes entries from the device: the server has confirmed that it stores them. */
export async function forget(ids: readonly string[]): Promise<void> {
  const write = (await deviceDb()).transaction('entries', 'readwrite')
  await Promise.all(ids.map((id) => write.store.delete(id)))
  await write.done
}

const DEVICE_KEY = 'ochote.device'
const DATABASE_KEY = 'ochote.database'
let unstored: string | null = null

/** This device's own name, made once. */
export function deviceId(): string {
  try {
    const known = localStorage.getItem(DEVICE_KEY)
    if (known) return known
    const made = uuid()
    localStorage.setItem(DEVICE_KEY, made)
    return made
  } catch {
    return (unstored ??= uuid())
  }
}

/** Whether this is another database than the one that took entries last; the first one is none. */
export function isOtherDatabase(id: string): boolean {
  try {
    const before = localStorage.getItem(DATABASE_KEY)
    localStorage.setItem(DATABASE_KEY, id)
    return before !== null && before !== id
  } catch {
    return false
  }
}
