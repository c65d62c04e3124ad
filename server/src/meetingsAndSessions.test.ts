import { randomUUID } from 'node:crypto'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { dayViewSchema, meetingSchema, problemSchema, schoolSchema, type DayView, type Stint } from '@ochote/contracts'
import { seededFile } from './testing/seededFile'
import { startApp, type RunningApp } from './testing/startApp'

let app: RunningApp
let day: DayView
let open: Stint
beforeEach(async () => {
  app = await startApp(seededFile())
  const days = (await app.ask('GET', '/api/days')).body as { id: string }[]
  day = dayViewSchema.parse((await app.ask('GET', `/api/days/${days.at(-1)!.id}`)).body)
  open = day.stints.find((s) => s.stint.planVersionId === null)!.stint
})
afterEach(() => app.stop())
const fieldsOf = (body: unknown) => {
  const problem = problemSchema.parse(body)
  return problem.code === 'invalid-input' ? problem.fields.map((f) => f.field) : [problem.code]
}

describe('what a school settles', () => {
  it('is there from the first day, and is saved over the version it was made from only', async () => {
    const school = schoolSchema.parse((await app.ask('GET', '/api/school')).body)
    expect(school).toMatchObject({ name: 'Longdyke Driver Training', version: 2 })
    const { version, ...draft } = school
    const changed = { ...draft, meeting: [{ id: 'own', topic: 'Dogs', text: 'No dogs in the paddock' }] }
    const saved = await app.ask('PUT', '/api/school', { school: changed, fromVersion: version })
    expect(saved.body).toEqual({ ...changed, version: 3 })
    const late = await app.ask('PUT', '/api/school', { school: draft, fromVersion: version })
    expect(late).toMatchObject({ status: 409, body: { code: 'conflict', currentVersion: 3 } })
    expect((await app.ask('GET', '/api/school')).body).toEqual(saved.body)
  })

  it('is refused by field', async () => {
    const { version, ...draft } = schoolSchema.parse((await app.ask('GET', '/api/school')).body)
    const calls = { ...draft.calls, language: '??' }
    expect(fieldsOf((await app.ask('PUT', '/api/school', { school: { ...draft, calls }, fromVersion: version })).body)).toEqual([
      'school.calls.language',
    ])
  })
})

describe('a drivers’ meeting', () => {
  const path = () => `/api/days/${day.id}/meeting`
  it('is kept with the day; a second save from the same page is a conflict', async () => {
    const { version, ...meeting } = day.meeting
    const present = [...meeting.present, day.people.find((p) => p.name === 'Kofi Brandreth')!.id].sort()
    const saved = meetingSchema.parse((await app.ask('PUT', path(), { meeting: { ...meeting, present }, fromVersion: version })).body)
    expect(saved).toEqual({ ...meeting, present, version: version + 1 })
    expect((await app.ask('PUT', path(), { meeting, fromVersion: version })).status).toBe(409)
    expect(dayViewSchema.parse((await app.ask('GET', `/api/days/${day.id}`)).body).meeting).toEqual(saved)
  })
})

describe('a session', () => {
  const led = (stints: Stint[]) => ({
    id: randomUUID(),
    dayId: day.id,
    kind: 'led',
    name: 'Sighting laps',
    startsAt: '09:00',
    laps: 6,
    lapsBehind: 2,
    gapS: 2,
    swapAfterCorner: '11',
    stintIds: stints.map((s) => s.id),
    version: 0,
  })
  const put = (body: unknown) => app.ask('PUT', `/api/days/${day.id}/sessions`, body)

  it('is added with the stints that are made for it, once, and changed in its order', async () => {
    const stints = day.stints
      .slice(0, 3)
      .map(({ stint }): Stint => ({ ...stint, id: randomUUID(), startsAt: '09:00', plannedLaps: 6, planVersionId: null }))
    const session = led(stints)
    await put({ session, stints })
    const reversed = { ...session, stintIds: [...session.stintIds].reverse(), version: 1 }
    const again = dayViewSchema.parse((await put({ session: reversed, stints: [] })).body)
    expect(again.stints).toHaveLength(day.stints.length + 3)
    expect(again.sessions.filter((s) => s.id === session.id)).toEqual([{ ...reversed, version: 2 }])
    expect((await put({ session: { ...session, version: 1 }, stints: [] })).status).toBe(409)
  })

  it('that names what is not there is refused by field, and nothing is made', async () => {
    const stranger = { ...open, id: randomUUID(), studentId: randomUUID(), planId: randomUUID() }
    const refused = await put({ session: { ...led([stranger]), stintIds: [stranger.id, randomUUID()] }, stints: [stranger] })
    expect(fieldsOf(refused.body)).toEqual(['session.stintIds[1]', 'stints[0].planId', 'stints[0].studentId'])
    expect(dayViewSchema.parse((await app.ask('GET', `/api/days/${day.id}`)).body).stints).toHaveLength(day.stints.length)
  })
})

describe('several things stored together', () => {
  it('are all stored, or none', async () => {
    const stint = { ...open, id: randomUUID() }
    const half = app.all.transaction(async (within) => {
      await within.stints.add(stint)
      throw new Error('the power went')
    })
    await expect(half).rejects.toThrow('the power went')
    expect(await app.all.stints.find(stint.id)).toBeUndefined()
    await app.all.transaction((within) => within.stints.add(stint))
    expect((await app.all.stints.find(stint.id))!.stint.id).toBe(stint.id)
  })
})

describe('a name', () => {
  it.each(['Ann\nBrake LATE', 'Ann\u202eevil', '\u200b', '...', ' '])('%j is refused', async (name) => {
    const person = day.people[0]!
    expect((await app.ask('PUT', `/api/people/${person.id}`, { change: { name }, fromVersion: 1 })).status).toBe(400)
  })
  it('is taken in any script', async () => {
    const person = day.people[0]!
    for (const [version, name] of ['Zoë O’Brien-Łukasz', '山田 太郎', 'می\u200cخواهم'].entries())
      expect((await app.ask('PUT', `/api/people/${person.id}`, { change: { name }, fromVersion: version + 1 })).status).toBe(200)
  })
})

describe('how someone likes to be taught', () => {
  it('is changed field by field, the rest staying', async () => {
    const person = (await app.all.people.find(day.people[0]!.id))!
    const save = (change: object, fromVersion: number) => app.ask('PUT', `/api/people/${person.id}`, { change, fromVersion })
    const changed = { ...person, talk: 'few', wordsPerSecond: 3.25, version: 2 }
    expect((await save({ talk: 'few', wordsPerSecond: 3.25 }, 1)).body).toEqual(changed)
    expect((await save({ talk: 'many' }, 1)).status).toBe(409)
    expect(fieldsOf((await save({ wordsPerSecond: 40 }, 2)).body)).toEqual(['change.wordsPerSecond'])
    expect((await app.ask('PUT', `/api/people/${randomUUID()}`, { change: { talk: 'few' }, fromVersion: 1 })).status).toBe(404)
  })
})
