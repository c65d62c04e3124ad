import { randomUUID } from 'node:crypto'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { carSchema, dayViewSchema, problemSchema, type Car, type DayView, type Stint } from '@ochote/contracts'
import { seededFile } from '../testing/seededFile'
import { startApp, type RunningApp } from '../testing/startApp'

let app: RunningApp
let day: DayView
beforeEach(async () => {
  app = await startApp(seededFile())
  const days = (await app.ask('GET', '/api/days')).body as { id: string }[]
  day = dayViewSchema.parse((await app.ask('GET', `/api/days/${days.at(-1)!.id}`)).body)
})
afterEach(() => app.stop())
const fieldsOf = (body: unknown) => {
  const problem = problemSchema.parse(body)
  return problem.code === 'invalid-input' ? problem.fields.map((f) => f.field) : [problem.code]
}

describe('a car', () => {
  const save = (car: object, fromVersion: number, id: string) => app.ask('PUT', `/api/cars/${id}`, { car, fromVersion })

  it('is added, changed over the version it was made from, and seen on the day at once', async () => {
    const [{ id: _, version: __, ...pattern }] = day.cars as [Car]
    const id = randomUUID()
    const added = carSchema.parse((await save({ ...pattern, name: 'Hatch 9', number: '9' }, 0, id)).body)
    expect(added).toMatchObject({ id, name: 'Hatch 9', version: 1 })
    expect((await save({ ...pattern, name: 'Hatch 99' }, 1, id)).body).toMatchObject({ name: 'Hatch 99', version: 2 })
    expect((await save({ ...pattern, name: 'Late' }, 1, id)).status).toBe(409)
    const after = dayViewSchema.parse((await app.ask('GET', `/api/days/${day.id}`)).body)
    expect(after.cars.find((car) => car.id === id)).toMatchObject({ name: 'Hatch 99' })
  })

  it('of a type that is not stored is refused by that field, and nothing is stored', async () => {
    const [{ id: _, version: __, ...pattern }] = day.cars as [Car]
    const id = randomUUID()
    expect(fieldsOf((await save({ ...pattern, vehicleTypeId: randomUUID() }, 0, id)).body)).toEqual(['car.vehicleTypeId'])
    expect(fieldsOf((await save({ ...pattern, seats: 0 }, 0, id)).body)).toEqual(['car.seats'])
    expect((await app.all.cars.list()).some((car) => car.id === id)).toBe(false)
  })
})

describe('a session in a car of another type than its plan is for', () => {
  const led = (stints: Stint[]) => ({
    fromVersion: 0,
    session: {
      ...{ id: randomUUID(), version: 0, dayId: day.id, kind: 'led', name: 'Sighting', startsAt: '15:00', laps: 4 },
      ...{ lapsBehind: 1, gapS: 2, swapAfterCorner: '', stintIds: stints.map((s) => s.id) },
    },
    stints,
  })
  const inCars = (cars: Car[], otherTypesCones: boolean): Stint[] => {
    const pattern = day.stints.find(({ stint }) => stint.planVersionId === null)!.stint
    return day.people
      .filter((p) => p.role === 'student')
      .slice(0, 2)
      .map((p, k) => ({
        ...pattern,
        id: randomUUID(),
        studentId: p.id,
        carId: cars[k]!.id,
        otherTypesCones,
        startsAt: '15:00',
        version: 1,
      }))
  }

  it('is stored only where it says whose cones they are', async () => {
    const pattern = day.stints.find(({ stint }) => stint.planVersionId === null)!.stint
    const plan = day.plans.find((p) => p.id === pattern.planId)!
    const all = await app.all.cars.list()
    const others = all.filter((car) => car.vehicleTypeId !== plan.vehicleTypeId)
    const own = all.filter((car) => car.vehicleTypeId === plan.vehicleTypeId)
    const path = `/api/days/${day.id}/sessions`
    expect(fieldsOf((await app.ask('PUT', path, led(inCars(others, false)))).body)).toEqual([
      'stints[0].otherTypesCones',
      'stints[1].otherTypesCones',
    ])
    expect(fieldsOf((await app.ask('PUT', path, led(inCars(own, true)))).body)).toEqual([
      'stints[0].otherTypesCones',
      'stints[1].otherTypesCones',
    ])
    expect((await app.ask('PUT', path, led(inCars(others, true)))).status).toBe(200)
  })

  it('is refused where two follow in one car', async () => {
    const [car] = day.cars as [Car]
    const pattern = day.plans.find((p) => p.vehicleTypeId === car.vehicleTypeId)!
    const stints = inCars([car, car], false).map((stint) => ({ ...stint, planId: pattern.id, startsAt: '16:30' }))
    const refused = await app.ask('PUT', `/api/days/${day.id}/sessions`, led(stints))
    expect(fieldsOf(refused.body)).toEqual(['session.stintIds[0].carId', 'session.stintIds[1].carId'])
  })
})
