import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { KeptWork, WorkQuestion } from '@ochote/contracts'
import { circuitFromDocument, cornersOf, sampleTrack, solvePlan } from '@ochote/core'
import { allVehicles, circuits, plans } from '../demo/seed'
import keptWork from '../demo/keptWork.json' with { type: 'json' }
import { startApp, type RunningApp } from '../testing/startApp'
import { questionHash } from './questionHash'

const CIRCUIT_ID = '01890000-0000-7000-8000-000000000001'
const vehicle = allVehicles[0]!.vehicle
const question: WorkQuestion = { circuitId: CIRCUIT_ID, vehicle, setup: plans.dryHatch.setup }
const shelf = circuitFromDocument(circuits.skerrow)
if (!shelf.ok) throw new Error('the demonstration circuit is refused')
const circuit = shelf.value
const known: Partial<Record<string, KeptWork>> = keptWork as unknown as Record<string, KeptWork>
const workOf = (asked: Pick<WorkQuestion, 'vehicle' | 'setup'>): KeptWork => known[questionHash(circuits.skerrow, asked)]!
const work = workOf(question)

describe('kept work', () => {
  let app: RunningApp
  beforeAll(async () => {
    app = await startApp()
    await app.all.circuits.add({ id: CIRCUIT_ID, name: 'Skerrow Basin', lengthM: 2900, closed: true }, circuits.skerrow)
  })
  afterAll(() => app.stop())
  const find = async (asked: WorkQuestion) => (await app.ask('POST', '/api/kept-work/find', asked)).body

  it('is found again by whoever asks the same, and only then', async () => {
    expect(await find(question)).toBeNull()
    expect((await app.ask('PUT', '/api/kept-work', { question, work })).status).toBe(200)
    expect(await find(question)).toEqual(work)
    expect(await find({ ...question, vehicle: { ...vehicle, name: 'Another of them', notes: 'Blue' } })).toEqual(work)
    expect(await find({ ...question, setup: { ...question.setup, insideMarginM: 0.6 } })).toBeNull()
    expect(await find({ ...question, vehicle: { ...vehicle, massKg: vehicle.massKg + 1 } })).toBeNull()
  })

  const line = work.line!
  it.each([
    { what: 'a list that is no line', kept: { ...work, line: { ...line, coefficients: [1] } }, field: 'work.line.coefficients' },
    {
      what: 'a line for another circuit',
      kept: { ...work, line: { ...line, coefficients: line.coefficients.slice(4) } },
      field: 'work.line.coefficients',
    },
    {
      what: 'a line that leaves the track',
      kept: { ...work, line: { ...line, coefficients: line.coefficients.map((c, i) => (i === 40 ? c + 9 : c)) } },
      field: 'work.line.coefficients',
    },
    { what: 'no line', kept: { ...work, line: null }, field: 'work.line' },
    { what: 'too few corners', kept: { ...work, characters: work.characters.slice(1) }, field: 'work.characters' },
  ])('refuses $what by its field, and keeps what it had', async ({ kept, field }) => {
    await app.ask('PUT', '/api/kept-work', { question, work })
    const refused = await app.ask('PUT', '/api/kept-work', { question, work: kept })
    expect(refused.status).toBe(400)
    expect(JSON.stringify(refused.body)).toContain(`"${field}"`)
    expect(await find(question)).toEqual(work)
  })

  it('stays, however many lines are drawn by hand: those only push out one another', async () => {
    const searched: WorkQuestion = { ...question, setup: { ...question.setup, outsideMarginM: 0.7 } }
    const { keptWork } = app.all
    await keptWork.keep(circuits.skerrow, searched, work, new Date('2026-10-01T00:00:00Z'))
    const byHand = (k: number): WorkQuestion => ({
      ...question,
      setup: { ...question.setup, lineSchool: 'given', givenLine: [[0, k / 100]] },
    })
    for (let k = 0; k < 105; k++)
      await keptWork.keep(circuits.skerrow, byHand(k), { ...work, line: null }, new Date(Date.UTC(2026, 9, 2, 0, 0, k)))
    expect(await keptWork.find(circuits.skerrow, searched)).toEqual(work)
    const left = await Promise.all([0, 4, 5, 104].map((k) => keptWork.find(circuits.skerrow, byHand(k))))
    expect(left.map((found) => found !== undefined)).toEqual([false, false, true, true])
  })

  it('is not kept for a circuit that is not on the shelf', async () => {
    const other = { ...question, circuitId: '01890000-0000-7000-8000-000000000009' }
    expect((await app.ask('PUT', '/api/kept-work', { question: other, work })).status).toBe(404)
  })
})

describe('the demonstration’s lines', () => {
  it.each(Object.values(plans).map((plan) => [plan.name, plan] as const))('of “%s” is kept, and lies within its edges', (_name, plan) => {
    const own = allVehicles.find((v) => v.id === plan.vehicleId)!.vehicle
    const work = workOf({ vehicle: own, setup: plan.setup })
    const solved = solvePlan({
      circuit,
      vehicle: own,
      setup: plan.setup,
      firstSession: false,
      work,
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
