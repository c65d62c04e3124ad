import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { eventSchema, type Day, type DayView, type EventFile, type EventReport, type Person } from '@ochote/contracts'
import { seededFile } from '../testing/seededFile'
import { startApp, type RunningApp } from '../testing/startApp'

let school: RunningApp
let event: EventFile
beforeAll(async () => {
  school = await startApp(seededFile())
  const days = (await school.ask('GET', '/api/days')).body as Day[]
  const day = days.find((one) => one.date === '2026-10-17')!
  // a timetable is part of the day too
  const timetable = (await school.ask('GET', `/api/days/${day.id}/timetable`)).body as { draft: object }
  await school.ask('PUT', `/api/days/${day.id}/timetable`, { draft: timetable.draft, fromVersion: 0 })
  event = eventSchema.parse((await school.ask('GET', `/api/days/${day.id}/event`)).body)
})
afterAll(() => school.stop())

const emptySchool = async (use: (app: RunningApp) => Promise<void>) => {
  const app = await startApp()
  try {
    await use(app)
  } finally {
    await app.stop()
  }
}
const read = async (app: RunningApp, change: Partial<EventFile> = {}, keepOurs = false) => {
  const { status, body } = await app.ask('POST', '/api/events', { event: { ...event, ...change }, keepOurs })
  return { status, body: body as EventReport }
}
const rows = (file: EventFile) => Object.values(file.tables).reduce((sum, table) => sum + table.length, 0)

describe('a day as a file', () => {
  it('has everything in it', () => {
    const counts = Object.fromEntries(Object.entries(event.tables).map(([name, table]) => [name, table.length]))
    expect(counts).toMatchObject({ days: 1, circuits: 1, stints: 8, people: 10, timetables: 1, meetings: 1, sessions: 1 })
    expect(counts.log_entries).toBeGreaterThan(50)
    expect(counts.debriefs).toBeGreaterThan(0)
  })

  it('comes back the same, field by field, in an empty school, and reads as it did', async () => {
    await emptySchool(async (app) => {
      const { status, body } = await read(app)
      expect([status, body]).toEqual([201, { isStored: true, dayId: event.dayId, added: rows(event), there: 0, differs: [] }])
      const again = (await app.ask('GET', `/api/days/${event.dayId}/event`)).body
      expect(again).toEqual(event)
      const shown = async (one: RunningApp) => {
        const { stints, plans, people, sessions, meeting, circuit } = (await one.ask('GET', `/api/days/${event.dayId}`)).body as DayView
        return { stints, plans, people, sessions, meeting, circuit }
      }
      expect(await shown(app)).toEqual(await shown(school))
      const log = `/api/log?day=${event.dayId}&after=0`
      const entries = async (one: RunningApp) => ((await one.ask('GET', log)).body as { entries?: unknown[] }).entries?.length
      expect(await entries(app)).toBe(await entries(school))
      // read once more, everything is there already
      expect((await read(app)).body).toMatchObject({ isStored: true, added: 0, there: rows(event), differs: [] })
    })
  })

  it('says what differs in a school that has some of it, and stores nothing before someone says what is kept', async () => {
    await emptySchool(async (app) => {
      await read(app)
      const person = event.tables.people!.find((row) => row.role === 'student')!
      const { version } = (await app.ask('GET', `/api/people/${String(person.id)}`)).body as Person
      await app.ask('PUT', `/api/people/${String(person.id)}`, { change: { wishes: 'Something else' }, fromVersion: version })
      const more = { ...event.tables.people![0]!, id: '01890000-0000-7000-8000-0000000000aa', name: 'Someone more' }
      const tables = { ...event.tables, people: [...event.tables.people!, more] }
      const asked = await read(app, { tables })
      expect(asked.status).toBe(200)
      expect(asked.body).toMatchObject({
        isStored: false,
        differs: [{ what: `person “${String(person.name)}”`, fields: ['wishes', 'version'] }],
      })
      expect((await app.ask('GET', `/api/people/${more.id}`)).status).toBe(404)
      expect((await read(app, { tables }, true)).body).toMatchObject({ isStored: true, added: 1 })
      expect((await app.ask('GET', `/api/people/${String(person.id)}`)).body).toMatchObject({ wishes: 'Something else' })
      expect((await app.ask('GET', `/api/people/${more.id}`)).status).toBe(200)
    })
  })

  const first = (table: string) => event.tables[table]![0]!
  it.each<[string, () => Partial<EventFile>, RegExp]>([
    ['of another version of the tables', () => ({ schema: 'older' }), /^schema: found older, expected/],
    ['with a row that can’t be read', () => ({ tables: { ...event.tables, days: [{ ...first('days'), date: 'soon' }] } }), /found/],
    [
      'with a field that is not known',
      () => ({ tables: { ...event.tables, people: [{ ...first('people'), admin: 1 }] } }),
      /^tables\.people\[0\]\.admin: found a field that is not known/,
    ],
    ['without what it names', () => ({ tables: { ...event.tables, people: [] } }), /names another which is not in the file/],
    ['without its circuit', () => ({ tables: { ...event.tables, circuits: [] } }), /expected/],
  ])('%s is refused, and nothing of it is stored', async (_, change, says) => {
    await emptySchool(async (app) => {
      const { status, body } = await read(app, change())
      expect(status).toBe(400)
      expect((body as unknown as { detail: string }).detail).toMatch(says)
      for (const list of ['days', 'people', 'circuits', 'cars']) expect((await app.ask('GET', `/api/${list}`)).body).toEqual([])
    })
  })
})
