import { copyFileSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, truncateSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import Database from 'libsql'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { repositoriesOf } from '../repositories'
import { seededFile } from '../testing/seededFile'
import { backup } from './backup'
import { lockFolder } from './lockFolder'
import { openData } from './openData'
import { restore } from './restore'

let dataDir: string
const file = () => join(dataDir, 'ochote.sqlite')
beforeEach(async () => {
  dataDir = mkdtempSync(join(tmpdir(), 'ochote-backup-'))
  copyFileSync(seededFile(), file())
})
afterEach(() => rmSync(dataDir, { recursive: true, force: true }))

/** Does something with the open database of the folder. */
async function using<T>(task: (all: ReturnType<typeof repositoriesOf>) => Promise<T>): Promise<T> {
  const { db } = await openData(dataDir)
  try {
    return await task(repositoriesOf(db))
  } finally {
    await db.destroy()
  }
}
const entryFor = (stintId: string, k: number) => ({
  ...{ id: `01890000-0000-7000-8000-${String(k).padStart(12, '0')}`, stintId, deviceId: 'tablet', deviceTime: '2026-10-17T11:00:00.000Z' },
  kind: 'question' as const,
  ...{ corner: '4', text: 'Which gear?' },
})
const someStint = async (all: ReturnType<typeof repositoriesOf>) =>
  (await all.stints.listForDay((await all.days.list())[1]!.id))[7]!.stint.id

describe('a backup', () => {
  it('made while the server writes holds what was stored before it, and is whole', async () => {
    const { db } = await openData(dataDir)
    const all = repositoriesOf(db)
    const stintId = await someStint(all)
    for (let k = 0; k < 100; k++) await all.logs.add([entryFor(stintId, k)], '2026-10-17T11:00:00.000Z')
    let writing = true
    const writes = (async () => {
      for (let k = 100; writing && k < 5_000; k++) {
        await all.logs.add([entryFor(stintId, k)], '2026-10-17T11:00:00.000Z')
        await new Promise(setImmediate)
      }
    })()
    const copy = backup(dataDir)
    writing = false
    await writes
    await db.destroy()
    expect(readdirSync(join(dataDir, 'backups'))).toEqual([copy.split('/').at(-1)])
    const read = new Database(copy)
    const { n } = read.prepare("select count(*) as n from log_entries where kind = 'question' and stint_id = ?").get(stintId) as {
      n: number
    }
    read.close()
    expect(n).toBeGreaterThanOrEqual(100)
    expect(statSync(copy).size).toBeGreaterThan(100_000)
  })

  it('replaces no file, and says where there is nothing to copy', async () => {
    const target = join(dataDir, 'mine.sqlite')
    writeFileSync(target, 'precious')
    expect(() => backup(dataDir, target)).toThrow(/a file of this name exists already/)
    expect(readFileSync(target, 'utf8')).toBe('precious')
    expect(() => backup(join(dataDir, 'nowhere'))).toThrow(/found nothing, expected a database/)
  })
})

describe('bringing a backup back', () => {
  it('puts it in the place of what is there, which is kept; the database has another name from then on', async () => {
    const copy = backup(dataDir)
    const nameBefore = await using((all) => all.databaseId())
    const stintId = await using(someStint)
    await using((all) => all.logs.add([entryFor(stintId, 1)], '2026-10-17T11:00:00.000Z'))
    const { contents, before } = restore(dataDir, copy)
    expect(contents).toMatchObject({ days: 2, people: 10 })
    const lacking = () => using((all) => all.logs.lacking([entryFor(stintId, 1).id]))
    expect(await lacking()).toHaveLength(1)
    expect(await using((all) => all.databaseId())).not.toBe(nameBefore)
    restore(dataDir, before!) // and back again
    expect(await lacking()).toEqual([])
  })

  it('takes one that an earlier version made, and brings it up to date when the server starts', async () => {
    const old = join(dataDir, 'old.sqlite')
    writeFileSync(old, gunzipSync(readFileSync(join(import.meta.dirname, '../../fixtures/2026_11_23_first.sqlite.gz'))))
    restore(dataDir, old)
    expect(await using(async (all) => (await all.days.list()).map((d) => d.date))).toEqual(['2026-10-03', '2026-10-17'])
  })

  it('is refused while a server uses the folder', async () => {
    const copy = backup(dataDir)
    const unlock = lockFolder(dataDir)
    expect(() => restore(dataDir, copy)).toThrow(/another Ochote server uses this folder/)
    unlock()
    expect(() => restore(dataDir, copy)).not.toThrow()
  })

  const bad: Record<string, { make: (path: string) => void; says: RegExp }> = {
    'a damaged one': {
      make: (path) => {
        copyFileSync(file(), path)
        truncateSync(path, statSync(path).size - 30 * 4096)
      },
      says: /damage|malformed/,
    },
    'another kind of file': { make: (path) => writeFileSync(path, 'holiday pictures '.repeat(500)), says: /another kind of file/ },
    'an empty file': { make: (path) => writeFileSync(path, ''), says: /another database/ },
    'another program’s database': {
      make: (path) => {
        const db = new Database(path)
        db.exec('create table holidays (id)')
        db.close()
      },
      says: /found another database, expected a database of Ochote/,
    },
    'one of a newer version': {
      make: (path) => {
        copyFileSync(file(), path)
        const db = new Database(path)
        db.prepare("insert into knex_migrations (name, batch, migration_time) values ('2030_01_01_future', 9, 0)").run()
        db.close()
      },
      says: /newer Ochote \(2030_01_01_future\)/,
    },
  }
  it.each(Object.keys(bad))('refuses %s before anything is replaced', async (what) => {
    const path = join(dataDir, 'bad.sqlite')
    bad[what]!.make(path)
    expect(() => restore(dataDir, path)).toThrow(bad[what]!.says)
    expect(await using(async (all) => (await all.days.list()).length)).toBe(2)
    expect(existsSync(join(dataDir, 'backups'))).toBe(false)
  })
})
