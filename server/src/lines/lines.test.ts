import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { FoundLine, LineQuestion } from '@ochote/contracts'
import { circuitFromDocument, cornersOf, sampleTrack, solvePlan } from '@ochote/core'
import { allVehicles, circuits, plans } from '../demo/seed'
import foundLines from '../demo/foundLines.json' with { type: 'json' }
import { startApp, type RunningApp } from '../testing/startApp'
import { questionHash } from './questionHash'

const CIRCUIT_ID = '01890000-0000-7000-8000-000000000001'
const vehicle = allVehicles[0]!.vehicle
const question: LineQuestion = { circuitId: CIRCUIT_ID, vehicle, setup: plans.dryHatch.setup }
const line: FoundLine = { coefficients: [0, 0.5, 1, 0.5], fastest: [0, 1, 2, 1], usual: null, exempt: [['3', 'taken flat']] }

describe('kept lines', () => {
  let app: RunningApp
  beforeAll(async () => {
    app = await startApp()
    await app.all.circuits.add({ id: CIRCUIT_ID, name: 'Skerrow Basin', lengthM: 2900, closed: true }, circuits.skerrow)
  })
  afterAll(() => app.stop())
  const find = async (asked: LineQuestion) => (await app.ask('POST', '/api/lines/find', asked)).body

  it('are found again by whoever asks the same, and only then', async () => {
    expect(await find(question)).toBeNull()
    expect((await app.ask('PUT', '/api/lines', { question, line })).status).toBe(200)
    expect(await find(question)).toEqual(line)
    expect(await find({ ...question, vehicle: { ...vehicle, name: 'Another of them', notes: 'Blue' } })).toEqual(line)
    expect(await find({ ...question, setup: { ...question.setup, insideMarginM: 0.6 } })).toBeNull()
    expect(await find({ ...question, vehicle: { ...vehicle, massKg: vehicle.massKg + 1 } })).toBeNull()
  })

  it('are not kept for a circuit that is not on the shelf, and a line that is none is refused by its field', async () => {
    const other = { ...question, circuitId: '01890000-0000-7000-8000-000000000009' }
    expect((await app.ask('PUT', '/api/lines', { question: other, line })).status).toBe(404)
    const refused = await app.ask('PUT', '/api/lines', { question, line: { ...line, coefficients: [1] } })
    expect(refused.status).toBe(400)
    expect(JSON.stringify(refused.body)).toContain('line.coefficients')
    expect(await find(question)).toEqual(line)
  })
})

describe('the demonstration’s lines', () => {
  const circuit = circuitFromDocument(circuits.skerrow)
  if (!circuit.ok) throw new Error('the demonstration circuit is refused')
  const known: Partial<Record<string, FoundLine>> = foundLines as unknown as Record<string, FoundLine>

  it.each(Object.values(plans).map((plan) => [plan.name, plan] as const))('of “%s” is kept, and lies within its edges', (_name, plan) => {
    const own = allVehicles.find((v) => v.id === plan.vehicleId)!.vehicle
    const found = known[questionHash(circuits.skerrow, { vehicle: own, setup: plan.setup })]!
    const solved = solvePlan({
      circuit: circuit.value,
      vehicle: own,
      setup: plan.setup,
      firstSession: false,
      found,
      onProgress: () => expect.fail('searched'),
    })
    if (!solved.ok) throw new Error(JSON.stringify(solved.problem))
    const { track, line: driven } = solved.value
    for (const corner of solved.value.lineReport.lateApex) expect(corner.met || corner.exempt !== null, corner.cornerNumber).toBe(true)
    driven.offsetM.forEach((n, i) => {
      const margin = own.widthM / 2 + Math.min(plan.setup.insideMarginM, plan.setup.outsideMarginM) - 0.02
      expect(n).toBeLessThan(track.halfLeftM[i]! - margin)
      expect(n).toBeGreaterThan(-(track.halfRightM[i]! - margin))
    })
    expect(cornersOf(sampleTrack(circuit.value))).toHaveLength(solved.value.corners.length)
  })
})
