import { randomUUID } from 'node:crypto'
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { afterAll, describe, expect, it } from 'vitest'
import type { Knex } from 'knex'
import { logEntrySchema, type LogEntry } from '@ochote/contracts'
import { repositoriesOf } from '../repositories'
import { migrationSource, openDatabase, withoutForeignKeys } from './openDatabase'

const fixtures = join(import.meta.dirname, '../../fixtures')
const landed = readdirSync(fixtures).map((file) => file.replace('.sqlite.gz', ''))
const folder = mkdtempSync(join(tmpdir(), 'ochote-migrations-'))
afterAll(() => rmSync(folder, { recursive: true }))

/** The demonstration on disk, as a server with this landed schema stored it. */
function landedDatabase(name: string): string {
  const file = join(folder, `${name}-${Math.random()}.sqlite`)
  writeFileSync(file, gunzipSync(readFileSync(join(fixtures, `${name}.sqlite.gz`))))
  return file
}

/** Everything stored, read through the repositories, which check it against the contracts. */
async function everything(db: Knex) {
  const all = repositoriesOf(db)
  const days = await all.days.list()
  const stints = await Promise.all(
    (await Promise.all(days.map((day) => all.stints.listForDay(day.id)))).flat().map(async ({ stint }) => ({
      ...(await all.stints.find(stint.id))!,
      log: (await all.logs.page({ stintId: stint.id }, 0)).entries,
    })),
  )
  return {
    days,
    stints,
    circuits: await Promise.all((await all.circuits.list()).map((c) => all.circuits.find(c.id))),
    plans: (await Promise.all(days.map((day) => all.plans.listForDay(day.id)))).flat(),
    versions: await Promise.all(stints.map(({ stint }) => stint.planVersionId && all.planVersions.find(stint.planVersionId))),
    sessions: (await Promise.all(days.map((day) => all.sessions.listForDay(day.id)))).flat(),
    meetings: await Promise.all(days.map((day) => all.meetings.find(day.id))),
    people: await all.people.list(),
    vehicleTypes: await all.vehicleTypes.list(),
    cars: await all.cars.list(),
    schemes: await all.markerSchemes.list(),
    school: await all.schools.find(),
  }
}

describe('a database of a landed version', () => {
  it.each(landed)('%s opens with everything in it', async (name) => {
    const db = await openDatabase(landedDatabase(name))
    const { days, stints, plans, people } = await everything(db)
    expect(days.map((d) => d.date)).toEqual(['2026-10-03', '2026-10-17'])
    expect([stints.length, plans.length, people.length]).toEqual([16, 5, 10])
    const entries = stints.flatMap((s) => s.log).length
    expect(entries).toBe(((await db('log_entries').count({ n: '*' })) as [{ n: number }])[0].n)
    expect(entries).toBeGreaterThan(300)
    expect(stints.filter((s) => s.debrief).length).toBeGreaterThan(8)
    await db.destroy()
  })

  it('holds the same after the migrations since are undone and done again', async () => {
    const db = await openDatabase(landedDatabase('2026_11_26_brief_and_run'))
    const names = (await migrationSource.getMigrations([])).map(({ name }) => name)
    const undone = names.slice(names.indexOf('2026_11_26_brief_and_run') + 1)
    const before = await everything(db)
    await withoutForeignKeys(db, async () => {
      for (let k = 0; k < undone.length; k++) await db.migrate.down()
      expect(await db.schema.hasTable('days')).toBe(false)
      await db.migrate.latest()
    })
    expect(await everything(db)).toEqual(before)
    await db.destroy()
  })

  it('goes back any number of migrations with its data, and forward again; what is lost on the way makes nothing else unreadable', async () => {
    const names = (await migrationSource.getMigrations([])).map(({ name }) => name)
    for (let depth = 1; depth < names.length; depth++) {
      const db = await openDatabase(landedDatabase(names.at(-1)!))
      await withoutForeignKeys(db, async () => {
        for (let k = 0; k < depth; k++) await db.migrate.down()
        await db.migrate.latest()
      })
      const all = repositoriesOf(db)
      const days = await all.days.list()
      expect(days, `${depth} back`).toHaveLength(2)
      const logs = await Promise.all(days.map((day) => all.logs.page({ dayId: day.id }, 0)))
      const unreadable = logs.flatMap((log) => Object.values(log.unreadable)).reduce((sum, n) => sum + n, 0)
      const stored = ((await db('log_entries').count({ n: '*' })) as [{ n: number }])[0].n
      expect(
        logs.reduce((sum, log) => sum + log.entries.length, unreadable),
        `${depth} back`,
      ).toBe(stored)
      await db.destroy()
    }
  })

  it('ties aims that a debrief gave to their marks, and keeps the others as words', async () => {
    const file = landedDatabase('2026_11_29_archive')
    const raw = await openDatabase(file)
    const names = (await migrationSource.getMigrations([])).map(({ name }) => name)
    const untie = (db: Knex) =>
      withoutForeignKeys(db, async () => {
        for (let k = names.indexOf('2026_11_29_tied_aims'); k < names.length; k++) await db.migrate.down()
      })
    await untie(raw)
    const stint = (await raw('stints').whereNot({ aims: '[]' }).first('id', 'aims')) as { id: string; aims: string }
    const own = JSON.stringify([...(JSON.parse(stint.aims) as string[]).slice(0, 1), 'Eyes to the field gate'])
    await raw('stints').where({ id: stint.id }).update({ aims: own })
    await raw.destroy()
    const db = await openDatabase(file)
    const aims = (await repositoriesOf(db).stints.find(stint.id))!.stint.aims
    expect(aims).toMatchObject([{ kind: 'mark' }, { kind: 'words', words: 'Eyes to the field gate' }])
    await untie(db)
    expect(((await db('stints').where({ id: stint.id }).first('aims')) as { aims: string }).aims).toBe(own)
    await db.destroy()
  })

  it('keeps entries of every kind, and what was measured of the clocks, when the migration that stores them is taken back', async () => {
    const db = await openDatabase(landedDatabase('2026_11_29_durability'))
    const all = repositoriesOf(db)
    const stint = (await all.stints.listForDay((await all.days.list())[1]!.id))[7]!.stint
    const [epoch, at] = [randomUUID(), '2026-10-17T11:00:00.000Z']
    const base = (k: number) => ({ id: randomUUID(), stintId: stint.id, deviceId: 'tablet', deviceTime: `2026-10-17T11:00:${10 + k}.000Z` })
    const place = { lap: 1, corner: '4' }
    const fault = { ...base(0), ...place, kind: 'fault' as const, code: 'be', severity: 2 as const, clockEpoch: epoch }
    const about = { about: fault.id }
    const words = { happened: 'Wide', others: '', injured: '', damage: '', witnesses: '', done: '' }
    const entries: LogEntry[] = [
      fault,
      { ...base(1), kind: 'release' },
      { ...base(2), kind: 'line', source: 'logger' },
      { ...base(3), kind: 'severity', ...about, severity: 3 },
      { ...base(4), ...place, kind: 'better', ...about },
      { ...base(5), ...place, kind: 'praise', code: 'smooth' },
      { ...base(6), ...place, kind: 'called', code: 'be' },
      { ...base(7), ...place, kind: 'followed', ...about, result: 'fixed', by: 'seen' },
      { ...base(8), ...place, kind: 'pass', way: 'passes', side: 'left', who: 'a hatch' },
      { ...base(9), ...place, kind: 'flag', flag: 'yellow' },
      { ...base(10), ...place, kind: 'incident', what: 'off' },
      { ...base(11), kind: 'report', ...about, ...words },
      { ...base(12), ...place, kind: 'conditions', surface: 'wet' },
      { ...base(13), kind: 'told', lap: 1, what: 'last lap' },
      { ...base(14), kind: 'step', lap: 1, of: 'pace', way: 'down', reason: 'off' },
      { ...base(15), kind: 'question', corner: '4', text: 'Which gear?' },
      { ...base(16), kind: 'meeting' },
      { ...base(17), kind: 'undo', ...about },
      { ...base(18), kind: 'in' },
    ]
    expect(new Set(entries.map((e) => e.kind)).size).toBe(logEntrySchema.options.length)
    await all.logs.add(entries, at)
    await all.logs.addClocks('tablet', [{ epoch, offsetMs: 420_000, foundBy: 'measured' }], at)
    const log = async () => (await all.logs.page({ stintId: stint.id }, 0)).entries.map(({ clockEpoch: _, ...entry }) => entry)
    const before = await log()
    expect(before[0]).toMatchObject({ kind: 'fault', clockOffsetMs: 420_000 })
    const names = (await migrationSource.getMigrations([])).map(({ name }) => name)
    await withoutForeignKeys(db, async () => {
      for (let k = names.indexOf('2026_11_29_durability'); k < names.length; k++) await db.migrate.down()
      expect(await db.schema.hasTable('device_clocks')).toBe(false)
      await db.migrate.latest()
    })
    expect(await log()).toEqual(before)
    await db.destroy()
  })
})
