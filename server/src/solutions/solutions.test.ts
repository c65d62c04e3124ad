import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { StoredSolution, SolutionKey } from '@ochote/contracts'
import { circuitFromDocument, cornersOf, sampleTrack, solvePlan } from '@ochote/core'
import { circuits, plans, typeOf, vehicleTypes } from '../demo/seed'
import demoSolutions from '../demo/solutions.json' with { type: 'json' }
import { startApp, type RunningApp } from '../testing/startApp'
import { solutionHash } from './solutionHash'

const CIRCUIT_ID = '01890000-0000-7000-8000-000000000001'
const vehicle = vehicleTypes.hatch.vehicle
const key: SolutionKey = { circuitId: CIRCUIT_ID, vehicle, setup: plans.dryHatch.setup }
const read = circuitFromDocument(circuits.skerrow)
if (!read.ok) throw new Error('the demonstration circuit is refused')
const circuit = read.value
const storedByHash: Partial<Record<string, StoredSolution>> = demoSolutions as unknown as Record<string, StoredSolution>
const solutionFor = (inputs: Pick<SolutionKey, 'vehicle' | 'setup'>): StoredSolution =>
  storedByHash[solutionHash(circuits.skerrow, inputs)]!
const stored = solutionFor(key)

describe('stored solutions', () => {
  let app: RunningApp
  beforeAll(async () => {
    app = await startApp()
    await app.all.circuits.add({ id: CIRCUIT_ID, name: 'Skerrow Basin', lengthM: 2900, closed: true }, circuits.skerrow)
  })
  afterAll(() => app.stop())
  const find = async (wanted: SolutionKey) => (await app.ask('POST', '/api/solutions/find', wanted)).body

  it('is found again for the same inputs and for no others', async () => {
    expect(await find(key)).toBeNull()
    expect((await app.ask('PUT', '/api/solutions', { key, solution: stored })).status).toBe(200)
    expect(await find(key)).toEqual(stored)
    expect(await find({ ...key, vehicle: { ...vehicle, name: 'Another of them', notes: 'Blue' } })).toEqual(stored)
    expect(await find({ ...key, setup: { ...key.setup, insideMarginM: 0.6 } })).toBeNull()
    expect(await find({ ...key, vehicle: { ...vehicle, massKg: vehicle.massKg + 1 } })).toBeNull()
  })

  const line = stored.line!
  it.each([
    { what: 'a list that is not a line', kept: { ...stored, line: { ...line, coefficients: [1] } }, field: 'solution.line.coefficients' },
    {
      what: 'a line for another circuit',
      kept: { ...stored, line: { ...line, coefficients: line.coefficients.slice(4) } },
      field: 'solution.line.coefficients',
    },
    {
      what: 'a line that leaves the track',
      kept: { ...stored, line: { ...line, coefficients: line.coefficients.map((c, i) => (i === 40 ? c + 9 : c)) } },
      field: 'solution.line.coefficients',
    },
    { what: 'no line', kept: { ...stored, line: null }, field: 'solution.line' },
    { what: 'too few corners', kept: { ...stored, priorities: stored.priorities.slice(1) }, field: 'solution.priorities' },
  ])('refuses $what by its field, and keeps the stored solution', async ({ kept, field }) => {
    await app.ask('PUT', '/api/solutions', { key, solution: stored })
    const refused = await app.ask('PUT', '/api/solutions', { key, solution: kept })
    expect(refused.status).toBe(400)
    expect(JSON.stringify(refused.body)).toContain(`"${field}"`)
    expect(await find(key)).toEqual(stored)
  })

  it('stays however many lines are drawn by hand: those push out only each other', async () => {
    const searched: SolutionKey = { ...key, setup: { ...key.setup, outsideMarginM: 0.7 } }
    const { solutions } = app.all
    await solutions.store(circuits.skerrow, searched, stored, new Date('2026-10-01T00:00:00Z'))
    const byHand = (k: number): SolutionKey => ({
      ...key,
      setup: { ...key.setup, lineSchool: 'given', givenLine: [[0, k / 100]] },
    })
    for (let k = 0; k < 105; k++)
      await solutions.store(circuits.skerrow, byHand(k), { ...stored, line: null }, new Date(Date.UTC(2026, 9, 2, 0, 0, k)))
    expect(await solutions.find(circuits.skerrow, searched)).toEqual(stored)
    const left = await Promise.all([0, 4, 5, 104].map((k) => solutions.find(circuits.skerrow, byHand(k))))
    expect(left.map((found) => found !== undefined)).toEqual([false, false, true, true])
  })

  it('is not kept for a circuit that is not on the read', async () => {
    const other = { ...key, circuitId: '01890000-0000-7000-8000-000000000009' }
    expect((await app.ask('PUT', '/api/solutions', { key: other, solution: stored })).status).toBe(404)
  })
})

describe('the demonstration’s lines', () => {
  it.each(Object.values(plans).map((plan) => [plan.name, plan] as const))('of “%s” is stored and lies between the edges', (_name, plan) => {
    const own = typeOf(plan).vehicle
    const stored = solutionFor({ vehicle: own, setup: plan.setup })
    const solved = solvePlan({
      circuit,
      vehicle: own,
      setup: plan.setup,
      stored,
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
    expect(cornersOf(sampleTrack(circuit))).toHaveLength(solved.value.corners.length)
  })
})
