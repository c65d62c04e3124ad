import type { Knex } from 'knex'
import { beforeAll, describe, expect, it } from 'vitest'
import { openDatabase } from '../db/openDatabase'
import { repositoriesOf } from '../repositories'
import { demoDays } from '../demo/demoRows'
import { addDemonstration } from '../demo/seed'
import { students } from '../demo/school'
import { SECOND_DAY } from '../testing/secondDay'
import { seededFile } from '../testing/seededFile'

/** Rows of every table, but for those that say which database and schema it is. */
async function counts(db: Awaited<ReturnType<typeof openDatabase>>): Promise<Record<string, number>> {
  const tables = (await db('sqlite_master').where({ type: 'table' }).pluck('name')) as string[]
  const held: Record<string, number> = {}
  for (const table of tables.filter((name) => !/^(knex_|sqlite_|database_identity|solutions)/.test(name))) {
    const [{ n }] = (await db(table).count({ n: '*' })) as [{ n: number }]
    if (n > 0) held[table] = n
  }
  return held
}

/** Everything that its pages show of the demonstration's second day, and how many rows there are. */
async function shown(db: Knex) {
  const all = repositoriesOf(db)
  const [stints, plans] = [await all.stints.listForDay(demoDays.second), await all.plans.listForDay(demoDays.second)]
  const logs = await all.logs.page({ dayId: demoDays.second }, 0)
  return { stints, plans, entries: logs.entries.map(({ seq: _, serverTime: _at, ...entry }) => entry), counts: await counts(db) }
}

/** The demonstration as it was first made, after it was removed, and made again. */
let made: { first: Awaited<ReturnType<typeof shown>>; left: Record<string, number>; isGone: boolean; again: typeof made.first }
let beside: Knex
beforeAll(async () => {
  beside = await openDatabase(seededFile())
  const db = await openDatabase(seededFile())
  const all = repositoriesOf(db)
  const first = await shown(db)
  expect(await all.demonstration.remove()).toEqual([])
  const left = await counts(db)
  const isGone = !(await all.demonstration.isThere())
  await all.transaction((within) => addDemonstration(within, SECOND_DAY))
  made = { first, left, isGone, again: await shown(db) }
  await db.destroy()
})

describe('the demonstration', () => {
  it('leaves nothing behind when it is removed, but for the school itself', () => {
    expect(made.first.counts).toMatchObject({ days: 2, stints: 16, people: 10, circuits: 3 })
    expect(made.isGone).toBe(true)
    expect(made.left).toEqual({ schools: 1 })
  })

  it('is the same every time it is made', () => {
    expect(made.first.entries.length).toBeGreaterThan(50)
    expect(made.again).toEqual(made.first)
  })

  it('stands beside a school’s own days and leaves them, and what they use, when it goes', async () => {
    const db = beside
    const all = repositoriesOf(db)
    const [day] = await all.days.list()
    const own = { ...day!, id: '0192f0c4-6b5d-7aaa-8bbb-0c0d0e0f1011', name: 'Our own Saturday' }
    await all.days.add(own)
    const timetable = {
      ...{ startsAt: '09:00', endsAt: '16:00', gridMin: 5, pauses: [], stintMin: 20, turnroundMin: 5, groups: [], places: [] },
      students: [{ id: students[0]!.id, name: '', stints: 1, apartMin: 0 }],
      ...{ instructors: [], vehicles: [], wants: { sameInstructor: 5, evenWait: 1, evenVehicles: 1, earlyFinish: 1, keep: 3 } },
    }
    await all.timetables.save(own.id, timetable, 0)
    const kept = await all.demonstration.remove()
    expect(kept).toEqual([
      { noun: 'person', name: students[0]!.name },
      { noun: 'circuit', name: 'Skerrow Basin' },
    ])
    expect(await all.days.list()).toEqual([own])
    expect((await all.timetables.find(own.id))?.draft.students).toHaveLength(1)
    expect(await all.days.find(demoDays.first)).toBeUndefined()
    expect((await all.circuits.list()).map((one) => one.name)).toEqual(['Skerrow Basin'])
    await db.destroy()
  })
})
