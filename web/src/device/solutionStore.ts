import { deleteDB, openDB, type DBSchema, type IDBPDatabase } from 'idb'
import { storedSolutionSchema, type StoredSolution } from '@ochote/contracts'

interface SolutionSchema extends DBSchema {
  solutions: { key: string; value: { key: string; solution: StoredSolution; storedAt: number }; indexes: { byAge: number } }
}

/** A day has a handful of plans. The oldest go first. */
const MOST_CACHED = 60
/** The store's name before its contents changed shape. */
const OLD_STORE = 'ochote-work'

let opened: Promise<IDBPDatabase<SolutionSchema>> | null = null
function solutionDb(): Promise<IDBPDatabase<SolutionSchema>> {
  opened ??= openDB<SolutionSchema>('ochote-solutions', 1, {
    upgrade: (db) => {
      db.createObjectStore('solutions', { keyPath: 'key' }).createIndex('byAge', 'storedAt')
      void deleteDB(OLD_STORE)
    },
  })
  return opened
}

/** Caches a solution on the device, so that the plan opens at once without its server. */
export async function cacheSolution(key: string, solution: StoredSolution): Promise<void> {
  const db = await solutionDb()
  await db.put('solutions', { key, solution, storedAt: Date.now() })
  const old = (await db.getAllKeysFromIndex('solutions', 'byAge')).slice(0, -MOST_CACHED)
  await Promise.all(old.map((one) => db.delete('solutions', one)))
}

/** The solution cached under a key, or null. An unreadable one counts as missing. */
export async function cachedSolution(key: string): Promise<StoredSolution | null> {
  const found = await (await solutionDb()).get('solutions', key)
  const read = storedSolutionSchema.safeParse(found?.solution)
  return read.success ? read.data : null
}
