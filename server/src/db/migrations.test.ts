import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { afterAll, describe, expect, it } from 'vitest'
import type { Knex } from 'knex'
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
})
