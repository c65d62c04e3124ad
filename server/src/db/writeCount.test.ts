import { randomUUID } from 'node:crypto'
import { expect, it } from 'vitest'
import { repositoriesOf } from '../repositories'
import { seededFile } from '../testing/seededFile'
import { openDatabase } from './openDatabase'

it('rises with every change, in transactions too, and stands still while only the log grows or is read', async () => {
  const db = await openDatabase(seededFile())
  const all = repositoriesOf(db)
  const [person] = await all.people.list()
  const day = (await all.days.list()).at(-1)!
  const { stint } = (await all.stints.listForDay(day.id)).at(-1)!
  const start = all.writes()
  const deviceTime = '2026-10-17T10:00:00.000Z'
  await all.logs.add([{ id: randomUUID(), stintId: stint.id, deviceId: 'tablet', deviceTime, kind: 'release' }], deviceTime)
  expect(all.writes()).toBe(start)
  await all.people.add({ ...person!, id: randomUUID() })
  const added = all.writes()
  expect(added).toBeGreaterThan(start)
  await all.transaction((within) => within.people.add({ ...person!, id: randomUUID() }))
  expect(all.writes()).toBeGreaterThan(added)
  await db.destroy()
})
