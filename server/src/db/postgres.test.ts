import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { dayViewSchema, logPageSchema, stintViewSchema, type DayView, type LogEntry } from '@ochote/contracts'
import { seed } from '../demo/seed'
import { repositoriesOf } from '../repositories'
import { openPostgres } from '../testing/openPostgres'
import { SECOND_DAY } from '../testing/secondDay'
import { seededFile } from '../testing/seededFile'
import { startApp, startAppOver, type RunningApp } from '../testing/startApp'

let sqlite: RunningApp
let postgres: RunningApp
let day: DayView

beforeAll(async () => {
  sqlite = await startApp(seededFile())
  const db = await openPostgres()
  await seed(repositoriesOf(db), SECOND_DAY)
  postgres = await startAppOver(db)
  const days = (await postgres.ask('GET', '/api/days')).body as { id: string }[]
  day = dayViewSchema.parse((await postgres.ask('GET', `/api/days/${days.at(-1)!.id}`)).body)
})
afterAll(async () => {
  await sqlite.stop()
  await postgres.stop()
})

/** Asks both servers the same; their answers have to be the same. */
async function askBoth(method: string, path: string, body?: unknown) {
  const [one, other] = await Promise.all([sqlite.ask(method, path, body), postgres.ask(method, path, body)])
  // each has a name of its own
  const named = (body: unknown) => JSON.stringify(body)?.replace(/"databaseId":"[^"]*",?/, '')
  expect({ status: other.status, body: named(other.body) }).toEqual({ status: one.status, body: named(one.body) })
  return other
}

describe('on PostgreSQL', () => {
  it('everything stored is answered as on SQLite', async () => {
    const plan = day.plans[0]!
    const driven = day.stints[0]!.stint
    for (const path of [
      '/api/days',
      `/api/days/${day.id}`,
      `/api/stints/${driven.id}`,
      `/api/people/${driven.studentId}/stints`,
      `/api/log?dayId=${day.id}`,
      `/api/log?stintId=${driven.id}&after=3`,
      `/api/plans/${plan.id}`,
      `/api/plans/${driven.planId}/versions/${driven.planVersionId}`,
      `/api/circuits/${plan.circuitId}`,
      ...['/api/circuits', '/api/vehicle-types', '/api/cars', '/api/people', '/api/marker-schemes', '/api/school'],
    ])
      expect((await askBoth('GET', path)).status, path).toBe(200)
  })

  it('a batch of the log is taken once, however often it is sent', async () => {
    const open = day.stints.find(({ stint }) => stint.planVersionId === null)!.stint
    const entry: LogEntry = {
      id: randomUUID(),
      stintId: open.id,
      deviceId: 'tablet',
      deviceTime: '2026-10-17T11:59:58.000Z',
      kind: 'release',
    }
    const batch = { sentAt: '2026-10-17T12:00:00.000Z', entries: [entry] }
    const send = () => askBoth('POST', `/api/stints/${open.id}/log`, batch)
    expect([(await send()).status, (await send()).status]).toEqual([200, 200])
    const page = logPageSchema.parse((await askBoth('GET', `/api/log?stintId=${open.id}`)).body)
    expect(page.entries).toHaveLength(1)
    expect(stintViewSchema.parse((await askBoth('GET', `/api/stints/${open.id}`)).body).stint.planVersionId).not.toBeNull()
  })

  it('a save over another version is a conflict, and stores nothing', async () => {
    const { version, ...meeting } = day.meeting
    const save = (questions: string) =>
      askBoth('PUT', `/api/days/${day.id}/meeting`, { meeting: { ...meeting, questions }, fromVersion: version })
    expect((await save('First')).status).toBe(200)
    expect((await save('Second')).status).toBe(409)
    const after = dayViewSchema.parse((await askBoth('GET', `/api/days/${day.id}`)).body)
    expect(after.meeting.questions).toBe('First')
  })

  it('what is refused halfway leaves nothing behind', async () => {
    const before = await postgres.all.people.list()
    await expect(
      postgres.all.transaction(async (within) => {
        await within.people.add({ ...before[0]!, id: randomUUID(), name: 'Half stored' })
        throw new Error('the second half fails')
      }),
    ).rejects.toThrow('the second half fails')
    expect(await postgres.all.people.list()).toEqual(before)
  })

  it('every migration is taken back with its data, and run again', async () => {
    const { db } = postgres
    await db.migrate.rollback(undefined, true)
    const tables = await db('pg_tables').where({ schemaname: 'public' }).whereNot('tablename', 'like', 'knex_%').pluck('tablename')
    expect(tables).toEqual([])
    await db.migrate.latest()
    const [student] = await sqlite.all.people.list()
    await postgres.all.people.add(student!)
    expect(await postgres.all.people.list()).toEqual([student])
  })
})
