import { once } from 'node:events'
import type { AddressInfo } from 'node:net'
import { pino } from 'pino'
import { afterAll, afterEach, beforeAll, describe, expect, it, vi } from 'vitest'
import { circuitFromDocument, LiveLaps, solvePlan } from '@ochote/core'
import type { LiveLogger, LiveSample } from '@ochote/contracts'
import { createApp } from '../app'
import { Solver } from '../solutions/solver'
import { openDatabase } from '../db/openDatabase'
import { circuits, plans, typeOf } from '../demo/seed'
import { seededFile } from '../testing/seededFile'
import { repositoriesOf, type Repositories } from '../repositories'
import { LoggerHub } from './loggerHub'
import { startSimulated } from './simulatedDrive'
import { testPool } from '../testing/testPool'

const sample = (seq: number): LiveSample => ({ seq, timeMs: 1_000 + seq * 40, lat: -30, lon: -20 })
const batch = (from: number, to: number) => ({
  name: 'Box',
  stintId: null,
  samples: Array.from({ length: to - from }, (_, k) => sample(from + k)),
})

describe('the hub of live loggers', () => {
  it('takes what follows on, asks again for what is missing, and passes over what it has', () => {
    const hub = new LoggerHub(() => 5)
    expect(hub.add('box', batch(0, 10))).toBe(10)
    expect(hub.add('box', batch(15, 20))).toBe(10)
    expect(hub.add('box', batch(8, 20))).toBe(20)
    expect(hub.find('box')).toMatchObject({ nextSeq: 20, heardAtMs: 5, name: 'Box' })
  })

  it('tells who listened before it was heard, as after the server was restarted', () => {
    const hub = new LoggerHub(() => 5)
    const heard: number[] = []
    hub.listen('box', 40, (samples) => heard.push(...samples.map((s) => s.seq)))
    expect(hub.add('box', batch(37, 42))).toBe(42) // it carries on from where the logger is
    expect(heard).toEqual([37, 38, 39, 40, 41])
  })

  it('is told which stint a logger rides in, where the logger does not know', () => {
    const hub = new LoggerHub(() => 5)
    hub.add('box', batch(0, 1))
    expect([hub.ride('box', 'a-stint'), hub.ride('none', 'a-stint')]).toEqual([true, false])
    hub.add('box', batch(1, 2))
    expect(hub.find('box')!.stintId).toBe('a-stint')
  })

  it('starts from 0 again when a logger names a new run, even with an earlier clock', () => {
    const hub = new LoggerHub(() => 5)
    hub.add('box', { ...batch(0, 50), run: 'morning' })
    expect(hub.add('box', { ...batch(0, 3), run: 'afternoon' })).toBe(3)
    const heard: number[] = []
    hub.listen('box', 0, (samples) => heard.push(...samples.map((s) => s.seq)))
    expect(heard).toEqual([0, 1, 2])
    expect(hub.add('box', { ...batch(0, 3), run: 'afternoon' })).toBe(3)
  })

  it('keeps the last hour of a logger and no more, and every sample as it was sent', () => {
    const hub = new LoggerHub(() => 5)
    const full = { speedKmh: 104.3, longG: -0.4, latG: 0.8, gear: 3, throttlePct: 0, brakePct: 55.5 }
    for (let from = 0; from < 92_000; from += 2_000)
      hub.add('box', { ...batch(from, from + 2_000), samples: batch(from, from + 2_000).samples.map((s) => ({ ...s, ...full })) })
    const heard: LiveSample[] = []
    hub.listen('box', 0, (samples) => heard.push(...samples))
    expect(heard).toHaveLength(90_000)
    expect(heard[0]).toEqual({ ...sample(2_000), ...full })
    expect(heard.at(-1)).toEqual({ ...sample(91_999), ...full })
  })

  it('keeps less of each where there are many, so that all together stay within bounds', () => {
    const hub = new LoggerHub(() => 5)
    for (let car = 0; car < 30; car++) hub.add(`box-${car}`, batch(0, 2))
    for (let from = 2; from < 40_000; from += 2_000) hub.add('box-0', batch(from, from + 2_000))
    let heard = 0
    hub.listen('box-0', 0, (samples) => (heard += samples.length))
    expect(heard).toBe(30_000)
  })

  it('gives a listener that is slow no more than it takes, and the rest when it is ready', async () => {
    const hub = new LoggerHub(() => 5)
    hub.add('box', batch(0, 2_000))
    const slices: number[] = []
    let ready = () => undefined as void
    hub.listen('box', 0, (samples) => {
      slices.push(samples.length)
      return new Promise<void>((resolve) => (ready = resolve))
    })
    hub.add('box', batch(2_000, 2_100))
    expect(slices).toEqual([1_000])
    for (let k = 0; k < 3; k++) {
      ready()
      await Promise.resolve().then(() => undefined)
    }
    expect(slices).toEqual([1_000, 1_000, 100])
  })

  it('compares clocks by the batches that came at once', () => {
    let now = 1_000_000
    const hub = new LoggerHub(() => now)
    const at = (seq: number, timeMs: number) => ({ name: 'Box', stintId: null, samples: [{ seq, timeMs, lat: 0, lon: 0 }] })
    hub.add('box', at(0, now + 420_000))
    now += 60_000
    hub.add('box', at(1, now - 50_000 + 420_000)) // it waited for the link
    expect(hub.find('box')!.clockAheadMs).toBe(420_000)
    hub.add('car', { ...at(0, now + 9_000) }, 'driving')
    expect(hub.find('car')!.clockAheadMs).toBeNull()
  })

  it('makes room for another car by forgetting the one that was silent longest', () => {
    let now = 0
    const hub = new LoggerHub(() => ++now)
    for (let k = 0; k < 100; k++) hub.add(`box-${k}`, batch(0, 1))
    hub.add('box-0', batch(1, 2))
    hub.add('one-more', batch(0, 1))
    expect(hub.list()).toHaveLength(100)
    expect([hub.find('box-0'), hub.find('box-1')].map((l) => l?.id)).toEqual(['box-0', undefined])
  })

  it('tells a listener what was kept from where it left, each sample once and in order', () => {
    const hub = new LoggerHub(() => 5)
    hub.add('box', batch(0, 10))
    const heard: number[] = []
    const stop = hub.listen('box', 4, (samples) => heard.push(...samples.map((s) => s.seq)))!
    hub.add('box', batch(10, 12))
    stop()
    hub.add('box', batch(12, 14))
    expect(heard).toEqual([4, 5, 6, 7, 8, 9, 10, 11])
  })
})

describe('a simulated logger', () => {
  let all: Repositories
  const pool = testPool()
  let solver: Solver
  let stop: () => Promise<void>
  beforeAll(async () => {
    const db = await openDatabase(seededFile())
    all = repositoriesOf(db)
    solver = new Solver(all, pool, () => new Date(), pino({ level: 'silent' }))
    stop = () => db.destroy()
  })
  afterAll(async () => {
    await pool.close()
    await stop()
  })
  afterEach(() => vi.useRealTimers())

  const stintOn = async (name: 'wetHatch') => {
    const files = await all.stints.listForDay(plans[name].dayId)
    return files.find((f) => f.stint.planId === plans[name].id)!.stint
  }
  /** A drive at sixty times real speed, with every sample that the hub passed on. */
  async function drive(laps: number, faults: 'be'[] = []) {
    const stint = await stintOn('wetHatch')
    vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'Date'] })
    const hub = new LoggerHub(() => Date.now())
    const car = await startSimulated(all, pool, solver, hub, 'car', { stintId: stint.id, skill: 0.9, faults, laps, rate: 60 })
    const heard: LiveSample[] = []
    hub.listen('car', 0, (samples) => heard.push(...samples))
    const state = (): LiveLogger['simulated'] => hub.find('car')!.simulated
    return { hub, car, heard, state, pass: (ms: number) => vi.advanceTimersByTimeAsync(ms) }
  }
  function lapsOf(heard: readonly LiveSample[]) {
    const circuit = circuitFromDocument(circuits.skerrow)
    if (!circuit.ok) throw new Error('refused')
    const { vehicle } = typeOf(plans.wetHatch)
    const solved = solvePlan({
      circuit: circuit.value,
      vehicle,
      setup: { ...plans.wetHatch.setup, lineSchool: 'given', givenLine: [[0, 0]] },
    })
    if (!solved.ok) throw new Error('not solved')
    const live = new LiveLaps(solved.value)
    for (const s of heard) live.add(s)
    return live.laps
  }

  it('streams 25 samples a second of driving, and as many laps as asked', async () => {
    const { heard, state, pass } = await drive(2)
    await pass(30_000)
    expect(state()).toBe('finished')
    const laps = lapsOf(heard)
    expect(laps.filter((l) => l.endMs !== null)).toHaveLength(2)
    const seconds = (heard.at(-1)!.timeMs - heard[0]!.timeMs) / 1000
    expect(heard.length / seconds).toBeCloseTo(25, 0)
    for (const { startMs, endMs } of laps.slice(0, 2)) expect((endMs! - startMs) / 1000).toBeGreaterThan(100)
  })

  it('keeps what it drives while the link is down, and loses no lap of it', async () => {
    const { heard, state, car, pass } = await drive(2)
    await pass(3_000)
    car.command('drop link')
    expect(state()).toBe('link dropped')
    const before = heard.length
    await pass(2_000)
    expect(heard).toHaveLength(before)
    car.command('link back')
    await pass(30_000)
    expect(heard.map((s) => s.seq)).toEqual(heard.map((_, k) => k))
    expect(lapsOf(heard).filter((l) => l.endMs !== null)).toHaveLength(2)
  })

  it('stands still while it is paused', async () => {
    const { heard, state, car, pass } = await drive(2)
    await pass(500)
    car.command('pause')
    const before = heard.length
    await pass(2_000)
    expect([heard.length, state()]).toEqual([before, 'paused'])
    car.command('drive')
    await pass(500)
    expect(heard.length).toBeGreaterThan(before)
    car.command('remove')
  })
})

describe('the live protocol', () => {
  it('takes samples over HTTP and streams them on, from where a listener left', async () => {
    const db = await openDatabase(':memory:')
    const now = () => new Date(5_000) // the samples are of that day
    const server = createApp({ db, pool: testPool(), log: pino({ level: 'silent' }), now }).listen(0, '127.0.0.1')
    await once(server, 'listening')
    const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api/loggers`
    const post = async (body: unknown) =>
      (
        await fetch(`${base}/box/samples`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) })
      ).json() as Promise<unknown>
    expect(await post(batch(0, 3))).toEqual({ nextSeq: 3 })
    expect(await post({ ...batch(0, 0), samples: [{ ...sample(3), lat: 200 }] })).toMatchObject({
      fields: [{ field: 'samples[0].lat', found: '200' }],
    })
    expect(await post({ ...batch(0, 0), samples: [{ ...sample(3), timeMs: 1e13 }] })).toMatchObject({
      fields: [{ field: 'samples[0].timeMs' }],
    })
    expect(await post({ ...batch(0, 0), samples: [{ ...sample(3), seq: 9e15 }] })).toMatchObject({ fields: [{ field: 'samples[0].seq' }] })
    const stream = await fetch(`${base}/box/stream`, { headers: { 'last-event-id': '0' } })
    expect(stream.headers.get('content-type')).toBe('text/event-stream')
    const reader = stream.body!.getReader()
    let text = ''
    while (!text.includes('data:')) text += new TextDecoder().decode((await reader.read()).value)
    expect(text).toContain('id: 2')
    expect(JSON.parse(/data: (.*)/.exec(text)![1]!)).toEqual([sample(1), sample(2)])
    await reader.cancel()
    // several loggers over one connection, each from its own sample on; a browser that reconnects names the last it had
    await fetch(`${base}/van/samples`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(batch(0, 2)),
    })
    const both = await fetch(`${base}/streams?follow=box:2,van:0`, { headers: { 'last-event-id': 'van:1' } })
    const events = both.body!.getReader()
    let heard = ''
    while ((heard.match(/data:/g) ?? []).length < 2) heard += new TextDecoder().decode((await events.read()).value)
    expect([...heard.matchAll(/data: (.*)/g)].map((m) => JSON.parse(m[1]!) as unknown)).toEqual([
      { id: 'box', samples: [sample(2)] },
      { id: 'van', samples: [sample(1)] },
    ])
    expect(heard).toContain('id: box:3,van:2')
    await events.cancel()
    expect((await fetch(`${base}/streams?follow=box`)).status).toBe(400)
    const many = await Promise.all(Array.from({ length: 65 }, () => fetch(`${base}/streams?follow=box:0`)))
    expect(many.filter((answer) => answer.status === 200).length).toBeLessThanOrEqual(64)
    expect(many.at(-1)!.status).toBe(503)
    await Promise.all(many.map((answer) => answer.body?.cancel()))
    expect((await fetch(`${base}/other/stream`)).status).toBe(404)
    server.closeAllConnections()
    server.close()
    await db.destroy()
  })
})
