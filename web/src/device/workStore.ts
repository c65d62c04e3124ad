import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import { keptWorkSchema, type KeptWork } from '@ochote/contracts'

interface WorkSchema extends DBSchema {
  work: { key: string; value: { key: string; work: KeptWork; keptAt: number }; indexes: { byAge: number } }
}

/** A day has a handful of plans; the oldest go first. */
const MOST_KEPT = 60

let opened: Promise<IDBPDatabase<WorkSchema>> | null = null
const workDb = (): Promise<IDBPDatabase<WorkSchema>> =>
  (opened ??= openDB<WorkSchema>('ochote-work', 1, {
    upgrade: (db) => {
      db.createObjectStore('work', { keyPath: 'key' }).createIndex('byAge', 'keptAt')
    },
  }))

/** Keeps what was worked out on the device too, so that a plan opens at once without its server. */
export async function keepWorkHere(key: string, work: KeptWork): Promise<void> {
  const db = await workDb()
  await db.put('work', { key, work, keptAt: Date.now() })
  const old = (await db.getAllKeysFromIndex('work', 'byAge')).slice(0, -MOST_KEPT)
  await Promise.all(old.map((one) => db.delete('work', one)))
}

/** What this device keeps for a key, or null; what it cannot read is as if it were not there. */
export async function workHere(key: string): Promise<KeptWork | null> {
  const found = await (await workDb()).get('work', key)
  const read = keptWorkSchema.safeParse(found?.work)
  return read.success ? read.data : null
}
