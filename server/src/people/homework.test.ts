import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { homeworkSchema, type DayView, type Homework, type Person, type PersonFile } from '@ochote/contracts'
import { seededFile } from '../testing/seededFile'
import { startApp, type RunningApp } from '../testing/startApp'

let app: RunningApp
let day: DayView
beforeAll(async () => {
  app = await startApp(seededFile())
  const { id } = (await app.all.days.list()).at(-1)!
  day = (await app.ask('GET', `/api/days/${id}`)).body as DayView
})
afterAll(() => app.stop())

const student = (k = 1) => day.stints[k]!.stint.studentId
const path = (rest = '', k = 1) => `/api/people/${student(k)}/homework${rest}`
const stored = async (k = 1): Promise<Homework[]> => homeworkSchema.array().parse((await app.ask('GET', path('', k))).body)
const given = (over: object = {}) => ({ id: randomUUID(), text: ' Walk the track. ', givenOn: '2026-10-17', ...over })

describe('homework', () => {
  it('is given once, and ticked on the day it is done', async () => {
    const one = given()
    expect((await app.ask('POST', path(), one)).status).toBe(201)
    expect((await app.ask('POST', path(), one)).status).toBe(201) // an answer that was lost: sent again, stored once
    expect((await app.ask('POST', path(), { ...one, text: 'Another' })).status).toBe(409)
    expect(await stored()).toEqual([{ ...one, text: 'Walk the track.', personId: student(), doneOn: null }])
    expect((await app.ask('PUT', path(`/${one.id}/done`), { doneOn: '2026-10-31' })).body).toMatchObject({ doneOn: '2026-10-31' })
    await app.ask('PUT', path(`/${one.id}/done`), { doneOn: null })
    expect(await stored()).toMatchObject([{ doneOn: null }])
  })

  it('goes off the list and comes back', async () => {
    const one = given({ text: 'Sit lower' })
    await app.ask('POST', path(), one)
    await app.ask('PUT', path(`/${one.id}/archived`), { archived: true })
    expect((await stored()).map(({ text }) => text)).not.toContain('Sit lower')
    await app.ask('PUT', path(`/${one.id}/archived`), { archived: false })
    expect((await stored()).map(({ text }) => text)).toContain('Sit lower')
  })

  it('is refused without words, for an instructor, and at another student', async () => {
    const field = async (url: string, body: object) =>
      ((await app.ask('POST', url, body)).body as { fields: { field: string; found: string }[] }).fields[0]
    expect(await field(path(), given({ text: '  ' }))).toMatchObject({ field: 'text' })
    expect(await field(`/api/people/${day.stints[1]!.stint.instructorId}/homework`, given())).toMatchObject({ field: 'personId' })
    const one = given()
    await app.ask('POST', path(), one)
    expect((await app.ask('PUT', path(`/${one.id}/done`, 2), { doneOn: '2026-10-31' })).status).toBe(404)
    expect((await app.ask('POST', `/api/people/${randomUUID()}/homework`, given())).status).toBe(404)
  })

  it('is in everything of the person, and goes when the person is erased', async () => {
    await app.ask('POST', path('', 2), given({ text: 'Eyes up' }))
    const file = (await app.ask('GET', `/api/people/${student(2)}/everything`)).body as PersonFile
    expect(file.homework.map(({ text }) => text)).toEqual(['Eyes up'])
    const { version } = (await app.ask('GET', `/api/people/${student(2)}`)).body as Person
    await app.ask('POST', `/api/people/${student(2)}/erased`, { fromVersion: version })
    expect(await stored(2)).toEqual([])
  })
})
