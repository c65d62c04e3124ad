import { randomUUID } from 'node:crypto'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { dayViewSchema, planDraftSchema, planSchema, type DayView } from '@ochote/contracts'
import { circuits } from '../demo/seed'
import { seededFile } from '../testing/seededFile'
import { startApp, type RunningApp } from '../testing/startApp'

let app: RunningApp
let days: { id: string }[]
let day: DayView
beforeEach(async () => {
  app = await startApp(seededFile())
  days = (await app.ask('GET', '/api/days')).body as { id: string }[]
  day = dayViewSchema.parse((await app.ask('GET', `/api/days/${days.at(-1)!.id}`)).body)
})
afterEach(() => app.stop())

interface Save {
  readonly method?: 'PUT' | 'POST'
  readonly path: string
  readonly body: object
  /** what someone else saves over the same version */
  readonly theirs: object
}

/** A save of everything that has a version, made from what is stored. */
const saves: Record<string, () => Promise<Save>> = {
  plan: () => {
    const { id, version, dayId: _d, circuitId: _c, ready: _r, ...draft } = day.plans[0]!
    const body = (name: string) => ({ draft: { ...draft, name }, fromVersion: version })
    return Promise.resolve({ path: `/api/plans/${id}`, body: body('Mine'), theirs: body('Theirs') })
  },
  'new plan': () => {
    const { dayId, id: _i, version: _v, circuitId: _c, ready: _r, ...draft } = day.plans[0]!
    const id = randomUUID()
    const body = (name: string) => ({ id, dayId, draft: { ...draft, name } })
    return Promise.resolve({ method: 'POST', path: '/api/plans', body: body('Mine'), theirs: body('Theirs') })
  },
  meeting: () => {
    const { version, ...meeting } = day.meeting
    const body = (change: object) => ({ meeting: { ...meeting, ...change }, fromVersion: version })
    return Promise.resolve({ path: `/api/days/${day.id}/meeting`, body: body({ questions: 'Mine' }), theirs: body({ present: [] }) })
  },
  school: async () => {
    const { version, ...school } = await app.all.schools.find()
    const body = (name: string) => ({ school: { ...school, name }, fromVersion: version })
    return { path: '/api/school', body: body('Mine'), theirs: body('Theirs') }
  },
  'marker scheme': async () => {
    const [{ id, version, ...scheme }] = (await app.all.markerSchemes.list()) as [Awaited<ReturnType<typeof app.all.markerSchemes.list>>[0]]
    const body = (name: string) => ({ scheme: { ...scheme, name }, fromVersion: version })
    return { path: `/api/marker-schemes/${id}`, body: body('Mine'), theirs: body('Theirs') }
  },
  'new marker scheme': async () => {
    const [{ id: _i, version: _v, ...scheme }] = (await app.all.markerSchemes.list()) as [
      Awaited<ReturnType<typeof app.all.markerSchemes.list>>[0],
    ]
    const body = (name: string) => ({ scheme: { ...scheme, name }, fromVersion: 0 })
    return { path: `/api/marker-schemes/${randomUUID()}`, body: body('Mine'), theirs: body('Theirs') }
  },
  'vehicle type': () => {
    const { id, vehicle, version } = day.vehicleTypes[0]!
    const body = (massKg: number) => ({ vehicle: { ...vehicle, massKg }, fromVersion: version })
    return Promise.resolve({ path: `/api/vehicle-types/${id}`, body: body(1500), theirs: body(1600) })
  },
  'new vehicle type': () => {
    const id = randomUUID()
    const body = (massKg: number) => ({ id, vehicle: { ...day.vehicleTypes[0]!.vehicle, massKg } })
    return Promise.resolve({ method: 'POST', path: '/api/vehicle-types', body: body(1500), theirs: body(999) })
  },
  circuit: async () => {
    const { id, version, document } = (await app.all.circuits.find(day.circuitId))!
    const body = (name: string) => ({ document: { ...document, ochote: { ...document.ochote, name } }, fromVersion: version })
    return { path: `/api/circuits/${id}`, body: body('Mine'), theirs: body('Theirs') }
  },
  'new circuit': () => {
    const id = randomUUID()
    const body = (name: string) => ({ id, document: { ...circuits.yard!, ochote: { ...circuits.yard!.ochote, name } } })
    return Promise.resolve({ method: 'POST', path: '/api/circuits', body: body('Mine'), theirs: body('Theirs') })
  },
  car: () => {
    const { id, version, ...car } = day.cars[0]!
    const body = (notes: string) => ({ car: { ...car, notes }, fromVersion: version })
    return Promise.resolve({ path: `/api/cars/${id}`, body: body('Mine'), theirs: body('Theirs') })
  },
  person: async () => {
    const { id, version } = (await app.all.people.list())[0]!
    const body = (wishes: string) => ({ change: { wishes }, fromVersion: version })
    return { path: `/api/people/${id}`, body: body('Mine'), theirs: body('Theirs') }
  },
  brief: () => {
    const { id, version } = day.stints[7]!.stint
    const body = (aim: string) => ({ brief: { aims: [{ kind: 'words', words: aim }], briefedAt: null }, fromVersion: version })
    return Promise.resolve({ path: `/api/stints/${id}/brief`, body: body('Mine'), theirs: body('Theirs') })
  },
  debrief: () => {
    const body = (sentence: string) => ({ debrief: { good: [], workOn: [], sentence }, fromVersion: 0 })
    return Promise.resolve({ path: `/api/stints/${day.stints[7]!.stint.id}/debrief`, body: body('Mine'), theirs: body('Theirs') })
  },
  session: () => {
    const id = randomUUID()
    const stintIds = day.stints.slice(0, 2).map((s) => s.stint.id)
    const common = { id, version: 0, dayId: day.id, kind: 'led', name: 'Led', startsAt: '15:00', laps: 4, lapsBehind: 1, gapS: 2 }
    const body = (ids: string[]) => ({ fromVersion: 0, session: { ...common, swapAfterCorner: '', stintIds: ids }, stints: [] })
    return Promise.resolve({ path: `/api/days/${day.id}/sessions`, body: body(stintIds), theirs: body([...stintIds].reverse()) })
  },
}

describe('a save whose answer was lost', () => {
  it.each(Object.keys(saves))('of a %s succeeds when it comes again; another one over the same version does not', async (what) => {
    const { method = 'PUT', path, body, theirs } = await saves[what]!()
    const [first, again, other] = [
      await app.ask(method, path, body),
      await app.ask(method, path, body),
      await app.ask(method, path, theirs),
    ]
    expect([first.status, again.status]).toEqual([first.status, first.status])
    expect(first.status).toBeLessThan(300)
    expect(again.body).toEqual(first.body)
    expect(other.status).toBe(409)
    expect((await app.ask(method, path, body)).body).toEqual(first.body)
  })

  it('of a plan that is marked ready succeeds too, and its id is for no other plan', async () => {
    const open = day.plans.find((p) => p.name === 'Hatch, wet morning')!
    const another = day.plans.find((p) => p !== open)
    const unsafeAnswers = ['6', '9'].map((cornerNumber) => ({ cornerNumber, reason: 'Known here', by: 'Rhona Keld', shortM: 500 }))
    const draft = { ...planDraftSchema.parse(open), unsafeAnswers }
    const plan = planSchema.parse((await app.ask('PUT', `/api/plans/${open.id}`, { draft, fromVersion: open.version })).body)
    const id = randomUUID()
    const mark = (of: typeof another) =>
      app.ask('POST', `/api/plans/${of!.id}/versions`, { id, by: 'Rhona Keld', fromVersion: of!.version })
    expect([(await mark(plan)).status, (await mark(plan)).status]).toEqual([201, 201])
    expect((await mark(another)).status).toBe(400)
    expect((await app.all.plans.find(another!.id))!.ready).toBeNull()
  })
})

describe('a session', () => {
  const session = () => ({
    ...{ id: randomUUID(), version: 0, dayId: day.id, kind: 'led', name: 'Led', startsAt: '15:00', laps: 4, lapsBehind: 1, gapS: 2 },
    ...{ swapAfterCorner: '', stintIds: day.stints.slice(0, 2).map((s) => s.stint.id) },
  })
  const put = (dayId: string, body: object, stints: object[] = []) =>
    app.ask('PUT', `/api/days/${dayId}/sessions`, { fromVersion: 0, session: body, stints })

  it('of one day cannot be saved through another', async () => {
    const own = session()
    await put(day.id, own)
    const first = dayViewSchema.parse((await app.ask('GET', `/api/days/${days[0]!.id}`)).body)
    const taken = { ...own, version: 1, dayId: first.id, name: 'Taken', stintIds: first.stints.slice(0, 2).map((s) => s.stint.id) }
    expect((await put(first.id, taken)).status).toBe(409)
    expect((await app.all.sessions.find(own.id))!.name).toBe('Led')
  })

  it('makes no stint under the id of one that is stored', async () => {
    const first = dayViewSchema.parse((await app.ask('GET', `/api/days/${days[0]!.id}`)).body)
    const elsewhere = first.stints[0]!.stint.id
    const stint = { ...day.stints[7]!.stint, id: elsewhere, planVersionId: null }
    const refused = await put(day.id, { ...session(), stintIds: [elsewhere] }, [stint])
    expect(refused).toMatchObject({ status: 400, body: { fields: [{ field: 'stints[0].id', found: elsewhere }] } })
    expect((await app.all.stints.find(elsewhere))!.stint.dayId).toBe(first.id)
  })

  it.each([
    ['a time that is none', { startsAt: '99:99' }, 'stints[0].startsAt'],
    ['a plan version that nobody has driven', { planVersionId: randomUUID() }, 'stints[0].planVersionId'],
  ])('with %s in a new stint is refused', async (_what, change, field) => {
    const stint = { ...day.stints[7]!.stint, id: randomUUID(), planVersionId: null, ...change }
    const refused = await put(day.id, { ...session(), stintIds: [stint.id] }, [stint])
    expect(refused).toMatchObject({ status: 400, body: { fields: [{ field }] } })
  })
})
