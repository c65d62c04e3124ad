import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { randomUUID } from 'node:crypto'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import {
  dayViewSchema,
  planSchema,
  planVersionSchema,
  problemSchema,
  stintViewSchema,
  studentViewSchema,
  type DayView,
  type MarkerScheme,
  type Plan,
  type Problem,
  usualTerms,
} from '@ochote/contracts'
import { circuitFromDocument, markPlan, solvePlan } from '@ochote/core'
import { circuits, seed } from './demo/seed'
import { migrationSource, openDatabase, withoutForeignKeys } from './db/openDatabase'
import { SECOND_DAY } from './testing/secondDay'
import { seededFile } from './testing/seededFile'
import { startApp, type RunningApp } from './testing/startApp'

let app: RunningApp
beforeEach(async () => {
  app = await startApp()
})
afterEach(() => app.stop())

/** Carries on with a server that holds the demonstration. */
async function startSeeded(): Promise<void> {
  await app.stop()
  app = await startApp(seededFile())
}

const problemOf = (body: unknown): Problem => problemSchema.parse(body)
const circle = (change: object = {}) => ({
  type: 'FeatureCollection',
  ochote: { format: 'circuit', version: 1, name: 'Round' },
  features: [
    {
      type: 'Feature',
      properties: { role: 'centreline', closed: true, widthLeft: 4, widthRight: 4, ...change },
      geometry: {
        type: 'LineString',
        coordinates: Array.from({ length: 25 }, (_, k) => [
          -20 + 0.001 * Math.cos((2 * Math.PI * (k % 24)) / 24),
          -30 + 0.001 * Math.sin((2 * Math.PI * (k % 24)) / 24),
        ]),
      },
    },
  ],
})

describe('circuits', () => {
  it('are stored, listed with their length, and come back as they were given', async () => {
    const id = randomUUID()
    const stored = await app.ask('POST', '/api/circuits', { id, document: circle() })
    expect(stored).toMatchObject({ status: 201, body: { id, name: 'Round', closed: true } })
    expect((await app.ask('GET', `/api/circuits/${id}`)).body).toMatchObject({ id, document: circle() })
    expect((await app.ask('GET', '/api/circuits')).body).toMatchObject([{ name: 'Round' }])
  })

  it('that are sent twice are stored once', async () => {
    const id = randomUUID()
    await app.ask('POST', '/api/circuits', { id, document: circle() })
    await app.ask('POST', '/api/circuits', { id, document: circle() })
    expect((await app.ask('GET', '/api/circuits')).body).toHaveLength(1)
  })

  it('that cannot be used are refused by feature and field, and nothing is stored', async () => {
    const refused = await app.ask('POST', '/api/circuits', { id: randomUUID(), document: circle({ widthLeft: -1 }) })
    expect(refused.status).toBe(400)
    expect(refused.headers.get('content-type')).toContain('application/problem+json')
    expect(problemOf(refused.body)).toMatchObject({
      code: 'invalid-input',
      fields: [{ field: 'features[0].properties.widthLeft', found: '-1' }],
    })
    expect((await app.ask('GET', '/api/circuits')).body).toEqual([])
  })
})

describe('vehicles', () => {
  it('with a negative mass are refused by that field', async () => {
    const vehicle = { ochote: { format: 'vehicle', version: 1 }, name: 'Odd', kind: 'car', massKg: -5 }
    const { body } = await app.ask('POST', '/api/vehicle-types', { id: randomUUID(), vehicle })
    const problem = problemOf(body)
    if (problem.code !== 'invalid-input') throw new Error(problem.code)
    expect(problem.fields[0]).toMatchObject({ field: 'massKg', found: '-5' })
    expect(problem.detail).toContain('Nothing was saved')
    expect((await app.ask('GET', '/api/vehicle-types')).body).toEqual([])
  })
})

describe('errors', () => {
  it('name a path that is none, and an id that is none', async () => {
    expect(problemOf((await app.ask('GET', '/api/nothing')).body)).toMatchObject({ code: 'not-found', status: 404 })
    expect((await app.ask('GET', `/api/plans/${randomUUID()}`)).status).toBe(404)
    expect(problemOf((await app.ask('GET', '/api/plans/seven')).body)).toMatchObject({
      code: 'invalid-input',
      fields: [{ field: 'planId', found: '"seven"' }],
    })
  })

  it('tell of text that is not JSON', async () => {
    const { status, body } = await app.sendText('/api/vehicle-types', '{"id": ')
    expect(status).toBe(400)
    expect(problemOf(body)).toMatchObject({ code: 'invalid-input', fields: [{ expected: 'JSON' }] })
  })

  it('that are ours carry a reference, and no word of the database', async () => {
    await app.db.schema.dropTable('debriefs')
    await app.db.schema.dropTable('log_entries')
    const { status, body } = await app.ask('GET', `/api/stints/${randomUUID()}`)
    expect(status).toBe(500)
    expect(problemOf(body)).toMatchObject({ code: 'unexpected' })
    expect(JSON.stringify(body)).not.toMatch(/select|sqlite|log_entries/i)
  })

  it('send the headers that keep pages to themselves', async () => {
    const { headers } = await app.ask('GET', '/api/health')
    expect(headers.get('content-security-policy')).toContain("script-src 'self' 'wasm-unsafe-eval'")
    expect(headers.get('x-content-type-options')).toBe('nosniff')
    expect(headers.get('x-powered-by')).toBeNull()
  })
})

describe('what is changed in the library', () => {
  it('is a circuit, over the version it was made from; a refused one changes nothing', async () => {
    const id = randomUUID()
    await app.ask('POST', '/api/circuits', { id, document: circle() })
    const save = (document: object, fromVersion: number) => app.ask('PUT', `/api/circuits/${id}`, { document, fromVersion })
    const wider = circle({ widthLeft: 6 })
    expect(await save(wider, 1)).toMatchObject({ status: 200, body: { version: 2 } })
    expect((await save(circle(), 1)).status).toBe(409)
    expect((await save(circle({ widthLeft: -1 }), 2)).status).toBe(400)
    expect((await app.ask('GET', `/api/circuits/${id}`)).body).toMatchObject({ version: 2, document: wider })
    expect((await app.ask('PUT', `/api/circuits/${randomUUID()}`, { document: wider, fromVersion: 1 })).status).toBe(404)
  })

  it('is a vehicle type and a marker scheme, likewise', async () => {
    await startSeeded()
    const [vehicle] = await app.all.vehicleTypes.list()
    const save = (massKg: number, fromVersion: number) =>
      app.ask('PUT', `/api/vehicle-types/${vehicle!.id}`, { vehicle: { ...vehicle!.vehicle, massKg }, fromVersion })
    expect(await save(1500, 1)).toMatchObject({ status: 200, body: { version: 2, vehicle: { massKg: 1500 } } })
    expect((await save(1600, 1)).status).toBe(409)
    expect((await save(-1, 2)).status).toBe(400)
    const [{ id, version, ...scheme }] = (await app.all.markerSchemes.list()) as [MarkerScheme]
    const put = (fromVersion: number, to = id, name = 'Ours') =>
      app.ask('PUT', `/api/marker-schemes/${to}`, { scheme: { ...scheme, name }, fromVersion })
    expect(await put(version)).toMatchObject({ status: 200, body: { name: 'Ours', version: version + 1 } })
    expect((await put(version, id, 'Theirs')).status).toBe(409)
    expect(await put(0, randomUUID())).toMatchObject({ status: 200, body: { version: 1 } })
    expect((await put(4, randomUUID())).status).toBe(404)
  })
})

describe('the demonstration', () => {
  let day: DayView
  beforeEach(async () => {
    await startSeeded()
    const days = (await app.ask('GET', '/api/days')).body as { id: string; date: string }[]
    expect(days.map((d) => d.date)).toEqual(['2026-10-03', '2026-10-17'])
    day = dayViewSchema.parse((await app.ask('GET', `/api/days/${days[1]!.id}`)).body)
  })

  it('is the day of the domain: eight students, two instructors, four vehicles, eleven corners’ circuit', () => {
    expect(day.stints).toHaveLength(8)
    expect(new Set(day.stints.map((s) => s.stint.instructorId)).size).toBe(2)
    expect(new Set(day.stints.map((s) => s.stint.carId)).size).toBe(4)
    expect(day.circuit).toMatchObject({ name: 'Skerrow Basin', closed: true })
    expect(day.circuit.lengthM).toBeCloseTo(2900, -1)
  })

  it('is made once', async () => {
    expect(await seed(app.all, SECOND_DAY)).toBe(false)
    expect((await app.ask('GET', '/api/days')).body).toHaveLength(2)
  })

  it('has an earlier Saturday in the record of every student', async () => {
    const file = studentViewSchema.parse((await app.ask('GET', `/api/people/${day.stints[0]!.stint.studentId}/stints`)).body)
    expect(file.days.map((d) => d.date)).toEqual(['2026-10-03', '2026-10-17'])
    const { entries } = await app.all.logs.page({ stintId: file.days[0]!.stints[0]!.stint.id }, 0)
    expect(entries.filter((e) => e.kind === 'line')).toHaveLength(6)
    expect(file.days[0]!.stints[0]!.debrief?.workOn.length).toBeGreaterThan(0)
  })

  describe('plans', () => {
    const draftOf = ({ name, vehicleTypeId, markerSchemeId, setup, firstSession, coneEdits, priorityOverrides, unsafeAnswers }: Plan) => ({
      name,
      vehicleTypeId,
      markerSchemeId,
      setup,
      firstSession,
      coneEdits,
      priorityOverrides,
      unsafeAnswers,
    })
    const save = (plan: Plan, change: object, fromVersion = plan.version) =>
      app.ask('PUT', `/api/plans/${plan.id}`, { draft: { ...draftOf(plan), ...change }, fromVersion })

    it('are saved over the version they were made from', async () => {
      const plan = day.plans[0]!
      const coneEdits = { ...plan.coneEdits, moves: [{ coneId: '3-apex', stationM: 910.5, offsetM: -5.2 }], removed: ['4-exit'] }
      expect(await save(plan, { coneEdits })).toMatchObject({ status: 200, body: { version: 2, coneEdits } })
      expect((await app.ask('GET', `/api/plans/${plan.id}`)).body).toMatchObject({ version: 2, coneEdits })
    })

    it('that were saved by someone else meanwhile are not overwritten', async () => {
      const plan = day.plans[0]!
      await save(plan, { name: 'First' })
      const second = await save(plan, { name: 'Second' })
      expect(second.status).toBe(409)
      expect(problemOf(second.body)).toMatchObject({ code: 'conflict', currentVersion: 2 })
      expect((await app.ask('GET', `/api/plans/${plan.id}`)).body).toMatchObject({ name: 'First' })
    })

    const versionId = '01890000-0000-7000-8000-0000000000aa'
    const markReady = (plan: Plan, change: object = {}) =>
      app.ask('POST', `/api/plans/${plan.id}/versions`, { id: versionId, by: 'Rhona Keld', fromVersion: plan.version, ...change })

    const everyCorner = (except?: string) =>
      Array.from({ length: 11 }, (_, k) => ({ cornerNumber: String(k + 1), reason: 'Known here', by: 'Rhona Keld', shortM: 500 })).filter(
        (a) => a.cornerNumber !== except,
      )
    /** A plan on which everything unsafe is answered. */
    const answeredPlan = async () => {
      const plan = day.plans.find((p) => p.name === 'Hatch, wet morning')!
      return planSchema.parse((await save(plan, { unsafeAnswers: everyCorner() })).body)
    }

    it('are marked ready by name, and the version stays as it was when the plan is changed later', async () => {
      const plan = await answeredPlan()
      expect((await markReady(plan)).body).toMatchObject({ version: 2, ready: { version: 2, by: 'Rhona Keld' } })
      await save(plan, { name: 'Changed since' })
      const changed = (await app.ask('GET', `/api/plans/${plan.id}`)).body
      expect(changed).toMatchObject({ version: 3, name: 'Changed since', ready: { version: 2 } })
      const kept = planVersionSchema.parse((await app.ask('GET', `/api/plans/${plan.id}/versions/${versionId}`)).body)
      expect(kept).toMatchObject({ version: 2, draft: { name: plan.name }, vehicleType: { id: plan.vehicleTypeId } })
    })

    it('are not marked ready without a name, from an older version, or before they are worked out', async () => {
      const plan = day.plans[0]!
      expect((await markReady(plan, { by: ' ' })).status).toBe(400)
      expect((await markReady(plan, { fromVersion: 7 })).status).toBe(409)
      await save(plan, { setup: { ...plan.setup, insideMarginM: 0.7 } })
      expect(problemOf((await markReady(plan, { fromVersion: 2 })).body)).toMatchObject({
        fields: [{ found: 'not computed yet for Estate' }],
      })
    })

    it('are not marked ready while an unsafe cone has no answer, even if the page asks for it', async () => {
      const plan = await answeredPlan()
      const worked = {
        circuitId: plan.circuitId,
        vehicle: day.vehicleTypes.find((v) => v.id === plan.vehicleTypeId)!.vehicle,
        setup: plan.setup,
      }
      const read = circuitFromDocument(circuits.skerrow)
      if (!read.ok) throw new Error('the demonstration circuit is refused')
      const stored = (await app.all.solutions.find(circuits.skerrow, worked))!
      const solution = solvePlan({
        circuit: read.value,
        vehicle: worked.vehicle,
        setup: plan.setup,
        stored,
      })
      if (!solution.ok) throw new Error('the demonstration plan is refused')
      const { cones, room } = markPlan(solution.value, plan, usualTerms)
      // of those that are safe as they stand
      const [tightest] = room
        .filter((r) => r.mark === 'brake' && r.marginM !== null && r.marginM > 0)
        .sort((a, b) => a.marginM! - b.marginM!)
      const brake = cones.find((c) => c.duty === 'brake' && c.cornerNumber === tightest!.cornerNumber)!
      const moves = [{ coneId: brake.id, stationM: brake.stationM + tightest!.marginM! + 20, offsetM: brake.offsetM }]
      const moved = { coneEdits: { ...plan.coneEdits, moves } }
      await save(plan, { ...moved, unsafeAnswers: everyCorner(brake.cornerNumber) })
      const refused = await markReady(plan, { fromVersion: 3 })
      expect(refused.status).toBe(400)
      expect(JSON.stringify(refused.body)).toContain(`Unsafe and not answered: corner ${brake.cornerNumber}.`)
      await save(plan, { ...moved, unsafeAnswers: everyCorner() }, 3)
      expect((await markReady(plan, { fromVersion: 4 })).status).toBe(201)
    })

    it('are kept for a stint from its first entry on', async () => {
      const { stint } = day.stints.find((s) => s.stint.planVersionId === null)!
      const plan = day.plans.find((p) => p.id === stint.planId)!
      expect(stint.planVersionId).toBeNull()
      await save(plan, { name: 'As driven' })
      const entry = (n: number) => ({
        id: `01890000-0000-7000-8000-00000000b00${n}`,
        stintId: stint.id,
        deviceId: 'tablet-1',
        deviceTime: '2026-10-17T13:00:00.000Z',
        kind: 'line',
      })
      expect((await app.ask('POST', `/api/stints/${stint.id}/log`, { entries: [entry(1)] })).status).toBe(200)
      await save(plan, { name: 'Changed after' }, 2)
      await app.ask('POST', `/api/stints/${stint.id}/log`, { entries: [entry(2)] })
      const after = stintViewSchema.parse((await app.ask('GET', `/api/stints/${stint.id}`)).body)
      const kept = await app.ask('GET', `/api/plans/${plan.id}/versions/${after.stint.planVersionId}`)
      expect(kept.body).toMatchObject({ version: 2, by: '', draft: { name: 'As driven' } })
    })

    it('are added to a day, on the day’s circuit', async () => {
      const plan = day.plans[0]!
      const id = '01890000-0000-7000-8000-0000000000ab'
      const stored = await app.ask('POST', '/api/plans', { id, dayId: day.id, draft: { ...draftOf(plan), name: 'Next step' } })
      expect(stored).toMatchObject({ status: 201, body: { id, name: 'Next step', version: 1, circuitId: plan.circuitId, ready: null } })
      const nowhere = { id, dayId: id, draft: draftOf(plan) }
      expect((await app.ask('POST', '/api/plans', nowhere)).status).toBe(404)
    })

    it('cannot name a vehicle that is not there', async () => {
      const plan = day.plans[0]!
      const { body } = await save(plan, { vehicleTypeId: randomUUID() })
      expect(problemOf(body)).toMatchObject({
        code: 'invalid-input',
        fields: [{ field: 'draft.vehicleTypeId', expected: 'a vehicle type in the library' }],
      })
      expect((await app.ask('GET', `/api/plans/${plan.id}`)).body).toEqual(plan)
    })
  })

  it('keeps a brief and a debrief as they are saved, and as they are saved again', async () => {
    const { id } = day.stints[7]!.stint
    const aims = [
      { kind: 'mark', corner: '3', code: 'te' },
      { kind: 'words', words: 'Eyes up' },
    ]
    const brief = { aims, briefedAt: '2026-10-17T08:00:00.000Z' }
    expect((await app.ask('PUT', `/api/stints/${id}/brief`, { brief, fromVersion: 1 })).status).toBe(200)
    const other = { ...brief, aims: [{ kind: 'words', words: 'Another' }] }
    expect((await app.ask('PUT', `/api/stints/${id}/brief`, { brief: other, fromVersion: 1 })).status).toBe(409)
    const workOn = [{ corner: '3', code: 'te', advice: 'wait: turn at the cone', reason: 'seen on lap 1' }]
    const save = (sentence: string, fromVersion: number) =>
      app.ask('PUT', `/api/stints/${id}/debrief`, { debrief: { good: ['Calm'], workOn, sentence }, fromVersion })
    for (const [version, sentence] of ['One.', 'Two.'].entries()) expect((await save(sentence, version)).status).toBe(200)
    expect((await save('Three, from an old page.', 1)).status).toBe(409)
    const file = stintViewSchema.parse((await app.ask('GET', `/api/stints/${id}`)).body)
    expect(file.stint).toMatchObject({ aims, briefedAt: '2026-10-17T08:00:00.000Z' })
    expect(file.debrief).toEqual({ stintId: id, good: ['Calm'], workOn, sentence: 'Two.', version: 2 })
  })

  it('refuses a third aim', async () => {
    const { id } = day.stints[7]!.stint
    const { body } = await app.ask('PUT', `/api/stints/${id}/brief`, {
      brief: { aims: ['a', 'b', 'c'].map((words) => ({ kind: 'words', words })), briefedAt: null },
      fromVersion: 1,
    })
    expect(problemOf(body)).toMatchObject({ fields: [{ field: 'brief.aims' }] })
  })
})

describe('the database', () => {
  it('goes up, down and up again', async () => {
    const db = await openDatabase(':memory:')
    await withoutForeignKeys(db, () => db.migrate.rollback({ migrationSource }, true))
    expect(await db.schema.hasTable('plans')).toBe(false)
    await db.migrate.latest({ migrationSource })
    expect(await db.schema.hasTable('log_entries')).toBe(true)
    await db.destroy()
  })

  it('in a file writes ahead, syncs in full, and holds foreign keys', async () => {
    const db = await openDatabase(join(mkdtempSync(join(tmpdir(), 'ochote-')), 'sub', 'ochote.sqlite'))
    const pragma = async (name: string) => (await db.raw(`pragma ${name}`)) as Record<string, unknown>[]
    expect((await pragma('journal_mode'))[0]).toEqual({ journal_mode: 'wal' })
    expect((await pragma('synchronous'))[0]).toEqual({ synchronous: 2 })
    expect((await pragma('foreign_keys'))[0]).toEqual({ foreign_keys: 1 })
    await db.destroy()
  })
})
