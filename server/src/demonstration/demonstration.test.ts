import { beforeAll, describe, expect, it } from 'vitest'
import { openDatabase } from '../db/openDatabase'
import { repositoriesOf } from '../repositories'
import { demoDays } from '../demo/demoRows'
import { addDemonstration } from '../demo/seed'
import { students } from '../demo/school'
import { SECOND_DAY, seededFile } from '../testing/seededFile'

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

let files: [string, string]
beforeAll(async () => {
  files = [await seededFile(), await seededFile()]
})

describe('the demonstration', () => {
  it('leaves nothing behind when it is removed, and comes back', async () => {
    const db = await openDatabase(files[0])
    const all = repositoriesOf(db)
    const full = await counts(db)
    expect(full).toMatchObject({ days: 2, stints: 16, people: 10, circuits: 3 })
    expect(await all.demonstration.isThere()).toBe(true)
    expect(await all.demonstration.remove()).toEqual([])
    expect(await counts(db)).toEqual({ schools: 1 }) // the school itself is not the demonstration's
    expect(await all.demonstration.isThere()).toBe(false)
    await all.transaction((within) => addDemonstration(within, SECOND_DAY))
    expect(await counts(db)).toEqual(full)
    await db.destroy()
  })

  it('stands beside a school’s own days and leaves them, and what they use, when it goes', async () => {
    const db = await openDatabase(files[1])
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
