import { randomUUID } from 'node:crypto'
import { pino } from 'pino'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { dayViewSchema, solutionAnswerSchema, type DayView, type Plan, type SolutionKey, type StoredSolution } from '@ochote/contracts'
import { circuitFromDocument, solvePlan } from '@ochote/core'
import { circuits } from '../demo/seed'
import { seededFile } from '../testing/seededFile'
import { startApp, type RunningApp } from '../testing/startApp'
import { TookTooLong, type ComputePool } from './computePool'
import { Solver } from './solver'
import type { SolveTask } from './solved'
import { testPool } from '../testing/testPool'

// a search of another version, as after an upgrade
const search = vi.hoisted(() => ({ version: 0, own: 0 }))
vi.mock('@ochote/core', async (original) => {
  const core = await original<{ LINE_SEARCH_VERSION: number }>()
  search.own = search.version = core.LINE_SEARCH_VERSION
  return Object.defineProperty({ ...core }, 'LINE_SEARCH_VERSION', { get: () => search.version })
})

let app: RunningApp
let day: DayView
beforeEach(async () => {
  app = await startApp(seededFile())
  const days = (await app.ask('GET', '/api/days')).body as { id: string }[]
  day = dayViewSchema.parse((await app.ask('GET', `/api/days/${days.at(-1)!.id}`)).body)
})
afterEach(async () => {
  search.version = search.own
  await app.stop()
})

const vehicleOf = (plan: Plan) => day.vehicleTypes.find((type) => type.id === plan.vehicleTypeId)!.vehicle
const keyOf = (plan: Plan): SolutionKey => ({ circuitId: plan.circuitId, vehicle: vehicleOf(plan), setup: plan.setup })
const find = async (key: object) => solutionAnswerSchema.parse((await app.ask('POST', '/api/solutions/find', key)).body)
/** A line that is given is computed quickly. */
const given = (plan: Plan, offset: number) => ({
  ...plan.setup,
  lineSchool: 'given' as const,
  givenLine: [[0, offset]] as [number, number][],
})
const draftOf = ({ id: _i, dayId: _d, circuitId: _c, version: _v, ready: _r, ...draft }: Plan) => draft
const save = async (plan: Plan, setup: Plan['setup']) => {
  const saved = await app.ask('PUT', `/api/plans/${plan.id}`, { draft: { ...draftOf(plan), setup }, fromVersion: plan.version })
  return saved.body as Plan
}
const stored = async (key: object): Promise<StoredSolution> => {
  await vi.waitFor(async () => expect((await find(key)).solution).not.toBeNull(), { timeout: 30_000, interval: 100 })
  return (await find(key)).solution!
}

describe('the solution of a saved plan', () => {
  it('is computed by the server when the plan is saved, and is the same that a page would compute', async () => {
    const plan = await save(day.plans[0]!, given(day.plans[0]!, 0.5))
    const found = await stored(keyOf(plan))
    const circuit = circuitFromDocument(circuits.skerrow)
    if (!circuit.ok) throw new Error('the demonstration circuit is refused')
    const own = solvePlan({ circuit: circuit.value, vehicle: vehicleOf(plan), setup: plan.setup })
    if (!own.ok) throw new Error('the plan is refused')
    expect(found).toEqual(own.value.stored)
  }, 40_000)

  it('is asked for, and computed if nobody did yet, as after another search was put in', async () => {
    const plan = await save(day.plans[0]!, given(day.plans[0]!, 0.25))
    const before = await stored(keyOf(plan))
    search.version = search.own + 1
    expect(await find(keyOf(plan))).toEqual({ solution: null, computing: true })
    expect(await stored(keyOf(plan))).toEqual(before)
  }, 40_000)

  it('is searched for on when a cone is moved, ended when the settings change, and not ended where a plan version waits for it', async () => {
    const ended: boolean[] = []
    const pool = {
      run: (_name: string, _task: object, signal: AbortSignal) =>
        new Promise((_, reject) => {
          const k = ended.push(false) - 1
          signal.addEventListener('abort', () => {
            ended[k] = true
            reject(new Error('ended'))
          })
        }),
    } as unknown as ComputePool
    const solver = new Solver(app.all, pool, () => new Date(), pino({ level: 'silent' }))
    const [plan] = day.plans as [Plan]
    const begun = (n: number) => vi.waitFor(() => expect(ended).toHaveLength(n))
    const settings = (offset: number): Plan => ({ ...plan, setup: given(plan, offset) })
    solver.ensurePlan(settings(0.1))
    await begun(1)
    solver.ensurePlan({ ...settings(0.1), name: 'A cone was moved' })
    solver.ensurePlan(settings(0.2))
    await begun(2)
    expect(ended).toEqual([true, false])
    solver.ensurePlan(settings(0.1)) // back again: searched for anew
    await begun(3)
    expect(ended).toEqual([true, true, false])
    const version = {
      ...(await app.all.planVersions.ofVersion(plan.id, plan.version))!,
      draft: { ...draftOf(plan), setup: given(plan, 0.1) },
    }
    await solver.ofVersion(version, vehicleOf(plan))
    solver.ensurePlan(settings(0.3))
    await begun(4)
    expect(ended).toEqual([true, true, false, false])
  })

  it('is searched for from the fastest line where another school’s search has found that', async () => {
    const [plan] = day.plans as [Plan]
    const fastest: Plan = { ...plan, setup: { ...plan.setup, lineSchool: 'fastest', insideMarginM: 0.63 } }
    const line = { ...(await find(keyOf(plan))).solution!.line!, fastest: null }
    await app.all.solutions.store(circuits.skerrow, keyOf(fastest), { line, priorities: [] }, new Date())
    const tasks: SolveTask[] = []
    const pool = {
      run: (_name: string, task: SolveTask) => {
        tasks.push(task)
        return Promise.reject(new Error('asked'))
      },
    } as unknown as ComputePool
    const solver = new Solver(app.all, pool, () => new Date(), pino({ level: 'silent' }))
    const tight = { ...fastest.setup, lineSchool: 'tight' as const }
    solver.ensurePlan({ ...fastest, setup: tight })
    solver.ensurePlan({ ...fastest, id: randomUUID(), setup: { ...tight, outsideMarginM: 0.71 } })
    await vi.waitFor(() => expect(tasks).toHaveLength(2))
    const from = (outsideMarginM: number) => tasks.find(({ setup }) => setup.outsideMarginM === outsideMarginM)!.fastest
    expect(from(tight.outsideMarginM)).toEqual(line.coefficients)
    expect(from(0.71)).toBeUndefined()
  })

  it('is not computed for what no saved plan asks for', async () => {
    const [plan] = day.plans as [Plan]
    expect(await find({ ...keyOf(plan), setup: given(plan, 0.7) })).toEqual({ solution: null, computing: false })
    const heavier = { ...vehicleOf(plan), massKg: vehicleOf(plan).massKg + 1 }
    expect(await find({ ...keyOf(plan), vehicle: heavier })).toEqual({ solution: null, computing: false })
  })

  it('is found whatever the vehicle is called, and for no other inputs', async () => {
    const key = keyOf(day.plans[0]!)
    expect((await find(key)).solution).not.toBeNull()
    expect((await find({ ...key, vehicle: { ...key.vehicle, name: 'Another of them', notes: 'Blue' } })).solution).not.toBeNull()
    expect((await find({ ...key, setup: { ...key.setup, insideMarginM: 0.61 } })).solution).toBeNull()
  })

  it('is never taken from a browser, and the first that is stored stays', async () => {
    const [plan] = day.plans as [Plan]
    const own = (await find(keyOf(plan))).solution!
    const forged = { ...own, line: { ...own.line!, coefficients: own.line!.coefficients.map(() => 0) } }
    expect((await app.ask('PUT', '/api/solutions', { key: keyOf(plan), solution: forged })).status).toBe(404)
    expect(await app.all.solutions.store(circuits.skerrow, keyOf(plan), forged, new Date())).toEqual(own)
    expect((await find(keyOf(plan))).solution).toEqual(own)
  })

  it('stays however many lines are drawn by hand: those push out only each other', async () => {
    const { solutions } = app.all
    const key = keyOf(day.plans[0]!)
    const own = (await find(key)).solution!
    const byHand = (k: number): SolutionKey => ({ ...key, setup: given(day.plans[0]!, k / 100) })
    for (let k = 0; k < 105; k++)
      await solutions.store(circuits.skerrow, byHand(k), { ...own, line: null }, new Date(Date.UTC(2026, 9, 2, 0, 0, k)))
    expect((await find(key)).solution).toEqual(own)
    const left = await Promise.all([0, 4, 5, 104].map((k) => solutions.find(circuits.skerrow, byHand(k))))
    expect(left.map((found) => found !== undefined)).toEqual([false, false, true, true])
  })
})

describe('the solution of a plan version', () => {
  const markReady = async (plan: Plan): Promise<string> => {
    const id = randomUUID()
    // whatever is unsafe is answered for
    const unsafeAnswers = Array.from({ length: 11 }, (_, k) => ({
      cornerNumber: String(k + 1),
      reason: 'Known',
      by: 'Rhona Keld',
      shortM: 500,
    }))
    const draft = { ...draftOf(plan), unsafeAnswers }
    const answered = (await app.ask('PUT', `/api/plans/${plan.id}`, { draft, fromVersion: plan.version })).body as Plan
    const marked = await app.ask('POST', `/api/plans/${plan.id}/versions`, { id, by: 'Rhona Keld', fromVersion: answered.version })
    expect(marked.status).toBe(201)
    return id
  }

  it('is its own for good: after the plan, the vehicle, the circuit and the search have changed', async () => {
    const [plan] = day.plans as [Plan]
    const planVersionId = await markReady(plan)
    const question = { ...keyOf(plan), planVersionId }
    const own = await stored(question)
    search.version = search.own + 1
    await app.db('solutions').delete()
    await save({ ...plan, version: plan.version + 1 }, given(plan, 0.1))
    await app.all.circuits.save({ id: plan.circuitId, name: 'Changed', lengthM: 1, closed: true }, circuits.yard, 1)
    expect(await find(question)).toEqual({ solution: own, computing: false })
    // and what was computed for the very same inputs is not computed anew for anyone
    await app.all.circuits.save({ id: plan.circuitId, name: 'Skerrow Basin', lengthM: 2900, closed: true }, circuits.skerrow, 2)
    expect(await find(keyOf(plan))).toEqual({ solution: own, computing: false })
  })

  it('is kept from the first lap on where nobody marked it ready, computed first if it has to be', async () => {
    const { stint } = day.stints.find((s) => s.stint.planVersionId === null)!
    const plan = await save(
      day.plans.find((p) => p.id === stint.planId)!,
      given(day.plans[0]!, 0.3),
    )
    const entry = { id: randomUUID(), stintId: stint.id, deviceId: 'tablet', deviceTime: '2026-10-17T11:00:00.000Z', kind: 'line' }
    await app.ask('POST', `/api/stints/${stint.id}/log`, { entries: [entry] })
    const planVersionId = (await app.all.stints.find(stint.id))!.stint.planVersionId!
    const own = await stored({ ...keyOf(plan), planVersionId })
    await app.db('solutions').delete()
    expect((await find({ ...keyOf(plan), planVersionId })).solution).toEqual(own)
  }, 40_000)

  it('that is not here is said so', async () => {
    expect((await app.ask('POST', '/api/solutions/find', { ...keyOf(day.plans[0]!), planVersionId: randomUUID() })).status).toBe(404)
  })
})

describe('threads that compute', () => {
  const task = () => ({ document: circuits.skerrow!, vehicle: vehicleOf(day.plans[0]!), setup: day.plans[0]!.setup })

  it('leave the server free: others are answered while a line is searched for', async () => {
    const pool = testPool()
    const stop = new AbortController()
    const searching = pool.run('solution', task(), stop.signal).then(
      () => 'searched',
      () => 'ended',
    )
    for (let k = 0; k < 20; k++) expect((await app.ask('GET', `/api/days/${day.id}`)).status).toBe(200)
    stop.abort()
    expect(await searching).toBe('ended') // it was not done before all were answered
    await pool.close()
  })

  it('are ended when they take too long, and the next task has one', async () => {
    const pool = testPool({ withinMs: 500 })
    await expect(pool.run('solution', task())).rejects.toBeInstanceOf(TookTooLong)
    await pool.close()
    const next = testPool({ withinMs: 60_000 })
    expect((await next.run('summary', circuits.yard)).ok).toBe(true)
    await next.close()
  })

  it('are ended when nobody wants the answer any more', async () => {
    const pool = testPool()
    const stop = new AbortController()
    const running = pool.run('solution', task(), stop.signal)
    stop.abort()
    await expect(running).rejects.toThrow(/abort/i)
    await pool.close()
  })

  it('let no more wait than they are told', async () => {
    const pool = testPool({ mostWaiting: 1 })
    const tasks = Array.from({ length: 6 }, () => pool.run('solution', task()).catch((error: Error) => error.message))
    await vi.waitFor(async () => expect(await Promise.race([...tasks, Promise.resolve('')])).toBe(''))
    await pool.close()
    expect((await Promise.all(tasks)).filter((said) => String(said).includes('computes other plans')).length).toBeGreaterThan(0)
  })
})

describe('the demonstration’s lines', () => {
  it.each([0, 1, 2])('of plan %s lie between the edges, and nothing is searched for', async (index) => {
    const plan = day.plans[index]!
    const circuit = circuitFromDocument(circuits.skerrow)
    if (!circuit.ok) throw new Error('the demonstration circuit is refused')
    const own = (await find(keyOf(plan))).solution!
    const vehicle = vehicleOf(plan)
    const solved = solvePlan({ circuit: circuit.value, vehicle, setup: plan.setup, stored: own, onProgress: () => expect.fail('searched') })
    if (!solved.ok) throw new Error(JSON.stringify(solved.problem))
    const { track, line, lineReport } = solved.value
    for (const corner of lineReport.lateApex) expect(corner.met || corner.exempt !== null, corner.cornerNumber).toBe(true)
    line.offsetM.forEach((n, i) => {
      const margin = vehicle.widthM / 2 + Math.min(plan.setup.insideMarginM, plan.setup.outsideMarginM) - 0.02
      expect(n).toBeLessThan(track.halfLeftM[i]! - margin)
      expect(n).toBeGreaterThan(-(track.halfRightM[i]! - margin))
    })
  })
})
