import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { timetableSchema, solvingSchema, type Day, type DayView, type Solving, type StoredTimetable } from '@ochote/contracts'
import { breaches, changesOf, dayFileOf, placesOf, plannedStints } from '@ochote/core'
import { seededFile } from '../testing/seededFile'
import { startApp, type RunningApp } from '../testing/startApp'

let app: RunningApp
let day: Day
beforeAll(async () => {
  app = await startApp(seededFile())
  const days = (await app.ask('GET', '/api/days')).body as Day[]
  day = days.find((one) => one.date === '2026-10-17')!
})
afterAll(() => app.stop())

const path = (rest = '') => `/api/days/${day.id}/timetable${rest}`
const stored = async (): Promise<StoredTimetable> => timetableSchema.parse((await app.ask('GET', path())).body)
const save = async (change: Partial<StoredTimetable['draft']>) => {
  const { draft, version } = await stored()
  return app.ask('PUT', path(), { draft: { ...draft, ...change }, fromVersion: version })
}

describe('a day’s timetable', () => {
  it('begins from the stints that the day has, and is saved over its version', async () => {
    const first = await stored()
    const view = (await app.ask('GET', `/api/days/${day.id}`)).body as DayView
    expect(first.version).toBe(0)
    expect(first.draft.places.map((place) => place.id).sort()).toEqual(view.stints.map(({ stint }) => stint.id).sort())
    expect((await save({ turnroundMin: 10 })).status).toBe(200)
    expect(await stored()).toMatchObject({ version: 1, draft: { turnroundMin: 10 } })
    const late = await app.ask('PUT', path(), { draft: first.draft, fromVersion: 0 })
    expect([late.status, late.body]).toMatchObject([409, { code: 'conflict', currentVersion: 1 }])
    const bad = await app.ask('PUT', path(), { draft: { ...first.draft, endsAt: '08:00' }, fromVersion: 1 })
    expect(bad.body).toMatchObject({ fields: [{ field: 'draft.endsAt', found: '"08:00"', expected: 'a time after the start' }] })
  })

  it('is told: stints move, come and go with it, and what was driven stays', async () => {
    const { draft, told, driven } = await stored()
    const free = told.filter((place) => !driven.includes(place.id))
    const [moved, gone] = [free[0]!, free[1]!]
    const added = { ...moved, id: randomUUID(), startsAt: '15:45' }
    const places = draft.places
      .filter((place) => place.id !== gone.id)
      .map((place) => (place.id === moved.id ? { ...place, startsAt: '15:00' } : place))
    await save({ places: [...places, added] })
    const now = await stored()
    expect(changesOf(now.told, now.draft.places).map((c) => [c.was?.id ?? null, c.now?.id ?? null])).toEqual(
      expect.arrayContaining([
        [moved.id, moved.id],
        [gone.id, null],
        [null, added.id],
      ]),
    )
    expect((await app.ask('POST', path('/told'), { version: now.version })).status).toBe(200)
    const after = await stored()
    expect(changesOf(after.told, after.draft.places)).toEqual([])
    const view = (await app.ask('GET', `/api/days/${day.id}`)).body as DayView
    expect(view.stints.find(({ stint }) => stint.id === moved.id)!.stint.startsAt).toBe('15:00')
    expect(view.stints.some(({ stint }) => stint.id === gone.id)).toBe(false)
    expect(view.stints.find(({ stint }) => stint.id === added.id)!.stint).toMatchObject({ startsAt: '15:45', aims: [], briefedAt: null })
    // and back: a stint that was taken off comes again
    await save({ places: draft.places })
    expect((await app.ask('POST', path('/told'), { version: now.version + 1 })).status).toBe(200)
    expect((await stored()).told.some((place) => place.id === gone.id)).toBe(true)
  })

  it('is not told where somebody would be in two places, and nothing of it is stored', async () => {
    const { draft, told } = await stored()
    const [one, other] = draft.places as [(typeof draft.places)[number], (typeof draft.places)[number]]
    await save({
      places: draft.places.map((place) =>
        place.id === other.id ? { ...other, ...{ vehicle: one.vehicle, startsAt: one.startsAt } } : place,
      ),
    })
    const { version } = await stored()
    const answer = await app.ask('POST', path('/told'), { version })
    expect(answer).toMatchObject({ status: 400, body: { code: 'invalid-input' } })
    expect((await stored()).told).toEqual(told)
    expect((await app.ask('POST', path('/told'), { version: version - 1 })).status).toBe(409)
    await save({ places: draft.places })
  })

  it('is looked for beside the server, with a bound, and can be stopped', async () => {
    const { draft, told, driven } = await stored()
    const ask = { draft: { ...draft, places: [] }, seconds: 20, from: null }
    const began = await app.ask('POST', path('/solvings'), ask)
    expect(began.status).toBe(201)
    const { id } = began.body as Solving
    const look = async () => solvingSchema.parse((await app.ask('GET', `/api/solvings/${id}`)).body)
    let state = await look()
    while (state.best === null && !state.isOver) {
      await new Promise((resolve) => setTimeout(resolve, 100))
      state = await look()
    }
    await app.ask('DELETE', `/api/solvings/${id}`)
    while (!state.isOver) {
      await new Promise((resolve) => setTimeout(resolve, 100))
      state = await look()
    }
    expect(state.problem).toBeNull()
    const best = state.best!
    expect(best.bound).toBeLessThanOrEqual(best.cost)
    const asked = dayFileOf(ask.draft, told, null, new Set(driven))
    expect(breaches(asked, best.stints)).toEqual([])
    const places = placesOf(draft, best.stints, randomUUID)
    expect(breaches(asked, plannedStints(draft, places))).toEqual([])
    expect((await app.ask('GET', `/api/solvings/${randomUUID()}`)).status).toBe(404)
  })

  it('keeps what begins before now when the day is solved again', async () => {
    const { draft, told } = await stored()
    const first = [...draft.places].sort((a, b) => (a.startsAt < b.startsAt ? -1 : 1))[0]!
    const asked = dayFileOf(draft, told, '10:00')
    expect(asked.fixed).toContainEqual({
      student: first.student,
      vehicle: first.vehicle,
      instructor: first.instructor,
      startsAt: first.startsAt,
    })
    expect(asked.notBefore).toBe('10:00')
  })
})
