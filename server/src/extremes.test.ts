import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { problemSchema, type Plan, type VehicleType } from '@ochote/contracts'
import { circuits } from './demo/seed'
import { seededFile } from './testing/seededFile'
import { startApp, type RunningApp } from './testing/startApp'

let app: RunningApp
let type: VehicleType
let plan: Plan
beforeAll(async () => {
  app = await startApp(seededFile())
  type = (await app.all.vehicleTypes.list())[0]!
  plan = (await app.all.plans.listForDay((await app.all.days.list())[1]!.id))[0]!
})
afterAll(() => app.stop())
const fieldsOf = (body: unknown) => {
  const problem = problemSchema.parse(body)
  return problem.code === 'invalid-input' ? problem.fields.map((f) => f.field) : [problem.code]
}

describe('a vehicle that nobody drives', () => {
  it.each([
    [{ gears: [1e-5] }, 'gears[0]'],
    [{ gears: [1e-300] }, 'gears[0]'],
    [{ gears: [0.2], finalDrive: 0.5 }, 'gears'],
    [{ finalDrive: 1e-4 }, 'finalDrive'],
    [{ massKg: 1 }, 'massKg'],
    [{ muLat: 0.001 }, 'muLat'],
    [{ wheelRadiusM: 1e-6 }, 'wheelRadiusM'],
  ])('%o is refused by its field before anything computes with it', async (change, field) => {
    const refused = await app.ask('PUT', `/api/vehicle-types/${type.id}`, {
      vehicle: { ...type.vehicle, ...change },
      fromVersion: type.version,
    })
    expect(refused.status).toBe(400)
    expect(fieldsOf(refused.body)).toContain(field)
  })
})

describe('a set-up that nobody drives', () => {
  it.each([
    [{ pace: { lateral: 1e-6, brake: 1, drive: 1 } }, 'draft.setup.pace.lateral'],
    [{ conditions: { ...{ grip: 1e-9, rubberedGrip: 1, airDensity: 1.2, windMps: 0, windFromDeg: 0 } } }, 'draft.setup.conditions.grip'],
  ])('%o is refused by its field', async (change, field) => {
    const { id: _i, dayId: _d, circuitId: _c, version: _v, ready: _r, ...draft } = plan
    const refused = await app.ask('PUT', `/api/plans/${plan.id}`, {
      draft: { ...draft, setup: { ...plan.setup, ...change } },
      fromVersion: 1,
    })
    expect(fieldsOf(refused.body)).toContain(field)
  })
})

describe('a circuit file that would hold up a server', () => {
  const post = (document: unknown) => app.ask('POST', '/api/circuits', { id: randomUUID(), document })
  const first = circuits.yard!.features[0] as unknown as { properties: object }

  it('with more than is read at once is refused', async () => {
    expect((await post({ ...circuits.yard!, junk: 'x'.repeat(6_000_000) })).status).toBe(413)
  })

  it('with a file of its own in a property is refused by that property, at every level', async () => {
    const junk = 'x'.repeat(5_000)
    expect(fieldsOf((await post({ ...circuits.yard!, junk })).body)).toEqual(['junk'])
    expect(fieldsOf((await post({ ...circuits.yard!, features: [{ ...first, junk }] })).body)[0]).toBe('features[0].junk')
    const properties = { ...first.properties, junk }
    expect(fieldsOf((await post({ ...circuits.yard!, features: [{ ...first, properties }] })).body)[0]).toBe('features[0].properties.junk')
    expect((await app.all.circuits.list()).length).toBe(3)
  })

  it('with a note in a property is taken as it is', async () => {
    const properties = { ...first.properties, surveyedBy: 'hand' }
    expect((await post({ ...circuits.yard!, features: [{ ...first, properties }, ...circuits.yard!.features.slice(1)] })).status).toBe(201)
  })

  it('with thousands of bad features or positions gets the first twenty problems', async () => {
    const bad = Array.from({ length: 4_000 }, () => ({ type: 'Feature', properties: { role: 'wall' }, geometry: null }))
    expect(fieldsOf((await post({ ...circuits.yard!, features: bad })).body)).toHaveLength(20)
    const coordinates = Array.from({ length: 20_000 }, () => ['a', 'b'])
    const line = { ...first, geometry: { type: 'LineString', coordinates } }
    expect(fieldsOf((await post({ ...circuits.yard!, features: [line] })).body).length).toBeLessThanOrEqual(20)
  })
})

describe('a batch of a logger with nothing right in it', () => {
  it('gets a short answer', async () => {
    const samples = Array.from({ length: 2_000 }, () => ({ seq: -1, timeMs: 'now', lat: 200, lon: 400 }))
    const { status, body } = await app.ask('POST', '/api/loggers/box/samples', { name: 'Box', stintId: null, samples })
    expect(status).toBe(400)
    expect(JSON.stringify(body).length).toBeLessThan(5_000)
  })
})
