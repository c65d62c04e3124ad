import { existsSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { startApp } from '../testing/startApp'
import { openDatabase } from './openDatabase'
import { openFile } from './sqlite'

const folder = mkdtempSync(join(tmpdir(), 'ochote-sqlite-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

describe('the database’s driver', () => {
  it('stores no text that SQLite would cut off, and has what the driver alone cannot take made plain', async () => {
    const db = await openDatabase(':memory:')
    await db.schema.createTable('things', (t) => {
      t.string('text')
      t.boolean('yes')
      t.datetime('at')
    })
    await expect(db('things').insert({ text: 'cut\0off' })).rejects.toThrow(/U\+0000/)
    await db('things').insert({ text: 'née 漢 😀', yes: true, at: new Date(1000) })
    expect(await db('things')).toEqual([{ text: 'née 漢 😀', yes: 1, at: 1000 }])
    await db.destroy()
  })

  it('leaves the whole database in its one file when it is closed', async () => {
    const file = join(folder, 'closed.sqlite')
    const db = await openDatabase(file)
    await db('days').count()
    await db.destroy()
    const log = `${file}-wal`
    expect(existsSync(log) ? statSync(log).size : 0).toBe(0)
    writeFileSync(join(folder, 'copy.sqlite'), readFileSync(file))
    expect(openFile(join(folder, 'copy.sqlite')).prepare('select count(*) as n from days').get()).toMatchObject({ n: 0 })
  })

  it('makes no file where one is expected', () => {
    const file = join(folder, 'nowhere.sqlite')
    expect(() => openFile(file)).toThrow(/unable to open/)
    expect(existsSync(file)).toBe(false)
  })
})

describe('a text with U+0000', () => {
  it('is refused by field, however deep it stands', async () => {
    const app = await startApp()
    const school = await app.ask('GET', '/api/school')
    const { version, ...draft } = school.body as { version: number; meeting: object[] }
    const meeting = [{ id: 'a', topic: 'Flags', text: 'Yellow:\0 lift' }]
    const refused = await app.ask('PUT', '/api/school', { school: { ...draft, meeting }, fromVersion: version })
    expect(refused.status).toBe(400)
    expect(refused.body).toMatchObject({
      fields: [{ field: 'school.meeting[0].text', found: 'the character U+0000', expected: 'a text without it' }],
    })
    await app.stop()
  })
})
