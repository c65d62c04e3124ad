import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { dayViewSchema, healthSchema, type DayView } from '@ochote/contracts'
import { seededFile } from '../testing/seededFile'
import { startApp, type RunningApp } from '../testing/startApp'

let app: RunningApp
let day: DayView
const view = async () => dayViewSchema.parse((await app.ask('GET', `/api/days/${day.id}`)).body)
const health = async () => healthSchema.parse((await app.ask('GET', '/api/health')).body)
beforeEach(async () => {
  app = await startApp(seededFile())
  const days = (await app.ask('GET', '/api/days')).body as { id: string }[]
  day = dayViewSchema.parse((await app.ask('GET', `/api/days/${days.at(-1)!.id}`)).body)
})
afterEach(() => app.stop())

describe('a row that cannot be read', () => {
  it('of a person leaves the day as it is, with a stand-in for the name', async () => {
    const { studentId } = day.stints[0]!.stint
    await app.db('people').where({ id: studentId }).update({ name: '' })
    const after = await view()
    expect(after.stints).toHaveLength(day.stints.length)
    expect(after.people.find((p) => p.id === studentId)!.name).toBe('(name can’t be read)')
    expect(((await app.ask('GET', '/api/people')).body as unknown[]).length).toBe(9)
    expect((await health()).unreadable).toEqual([`people ${studentId}`])
  })

  it.each([
    ['stints', (d: DayView) => d.stints[7]!.stint.id, { aims: '{broken' }],
    ['plans', (d: DayView) => d.plans[0]!.id, { setup: '{}' }],
    ['cars', (d: DayView) => d.cars[0]!.id, { seats: -4 }],
    ['vehicle_types', (d: DayView) => d.vehicleTypes[0]!.id, { document: '{}' }],
    ['sessions', (d: DayView) => d.sessions[0]!.id, { starts_at: '99:99' }],
    ['marker_schemes', (d: DayView) => d.markerSchemes[0]!.id, { looks: '[]' }],
  ] as const)('of %s is left out with what names it, and the rest of the day is shown', async (table, idOf, change) => {
    const id = idOf(day)
    await app.db(table).where({ id }).update(change)
    const after = await view()
    expect((await health()).unreadable).toContain(`${table} ${id}`)
    const [plans, cars, stints] = [after.plans, after.cars, after.stints].map(
      (list) => new Set(list.map((one) => ('stint' in one ? one.stint.id : one.id))),
    )
    for (const { stint } of after.stints) expect([plans!.has(stint.planId), cars!.has(stint.carId)]).toEqual([true, true])
    for (const session of after.sessions) expect(session.stintIds.every((stintId) => stints!.has(stintId))).toBe(true)
  })

  it('of a debrief or a meeting hides that alone', async () => {
    const { id } = day.stints[0]!.stint
    await app.db('debriefs').where({ stint_id: id }).update({ good: 'x' })
    await app.db('meetings').where({ day_id: day.id }).update({ content: '{}' })
    expect((await app.ask('GET', `/api/stints/${id}`)).body).toMatchObject({ debrief: null })
    expect((await view()).meeting.present).toEqual(day.meeting.present)
    expect((await health()).unreadable).toEqual([`debriefs ${id}`, `meetings ${day.id}`])
  })
})

describe('the server’s health', () => {
  it('tries a write, and says why none is possible', async () => {
    expect(await health()).toEqual({ ok: true, problem: null, unreadable: [] })
    await app.stop()
    app = await startApp(seededFile())
    await app.db.raw('pragma query_only = on')
    expect(await health()).toMatchObject({ ok: false, problem: expect.stringContaining('read-only') as string })
    await app.db.raw('pragma query_only = off')
    expect((await health()).ok).toBe(true)
  })
})

describe('a request that no route can read', () => {
  it.each([
    ['a path that is no text', 'GET', '/api/people/%', {}, 400],
    ['an unknown character set', 'POST', '/api/plans', { 'content-type': 'application/json; charset=koi8-r' }, 415],
    ['an unknown encoding', 'POST', '/api/plans', { 'content-type': 'application/json', 'content-encoding': 'squash' }, 415],
    ['an encoding that is broken', 'POST', '/api/plans', { 'content-type': 'application/json', 'content-encoding': 'gzip' }, 400],
  ] as const)('with %s gets a message, not a server error', async (_what, method, path, headers, status) => {
    const body = method === 'POST' ? { body: '{"a":1}' } : {}
    const answer = await fetch(app.base + path, { method, headers, ...body })
    expect(answer.status).toBe(status)
    expect(await answer.json()).toMatchObject({ code: 'invalid-input' })
  })

  it('is nested without end: refused', async () => {
    const { status } = await app.sendText('/api/vehicle-types', `${'['.repeat(60_000)}${']'.repeat(60_000)}`)
    expect(status).toBe(400)
  })
})
