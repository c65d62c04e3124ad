import { randomUUID } from 'node:crypto'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { dayViewSchema, logPageSchema, logReceiptSchema, planDraftSchema, planSchema, stintViewSchema, type Stint } from '@ochote/contracts'
import { stintRecord, timedLaps } from '@ochote/core'
import { storePlanVersion } from '../plans/storePlanVersion'
import { seededFile } from '../testing/seededFile'
import { startApp, type RunningApp } from '../testing/startApp'

const NOW = '2026-10-17T12:00:00.000Z'
let app: RunningApp
let stints: Stint[]
let open: Stint
beforeEach(async () => {
  app = await startApp(seededFile())
  const days = (await app.ask('GET', '/api/days')).body as { id: string }[]
  const day = dayViewSchema.parse((await app.ask('GET', `/api/days/${days.at(-1)!.id}`)).body)
  stints = day.stints.map((s) => s.stint)
  open = stints.find((s) => s.planVersionId === null)!
})
afterEach(() => app.stop())

const base = (minute: number) => ({
  id: randomUUID(),
  stintId: open.id,
  deviceId: 'tablet',
  deviceTime: `2026-10-17T11:${String(minute).padStart(2, '0')}:00.000Z`,
})
const line = (minute: number) => ({ ...base(minute), kind: 'line' })
const post = (entries: unknown[], clocks?: unknown[]) =>
  app.ask('POST', `/api/stints/${open.id}/log`, { entries, ...(clocks ? { clocks } : {}) })
const send = async (entries: unknown[], clocks?: unknown[]) => logReceiptSchema.parse((await post(entries, clocks)).body)
const page = async () => logPageSchema.parse((await app.ask('GET', `/api/log?stintId=${open.id}`)).body)
const stored = async () => (await page()).entries.map(({ serverTime, seq: _seq, ...entry }) => (expect(serverTime).toBe(NOW), entry))

describe('a batch of the log', () => {
  it('is stored once however often it comes', async () => {
    const entry = line(10)
    expect(await send([entry])).toMatchObject({ stored: [entry.id], refused: [] })
    expect(await send([entry, entry])).toMatchObject({ stored: [entry.id, entry.id], refused: [] })
    expect(await stored()).toEqual([entry])
  })

  it('keeps every kind of entry as it was sent, and what an entry says beyond corner and code', async () => {
    const fault = { ...base(11), kind: 'fault', lap: 1, corner: '5', code: 'be', severity: 1 }
    const off = { ...base(12), kind: 'incident', lap: 1, corner: '5', what: 'off' }
    const report = {
      happened: 'Wide, then grass',
      others: '',
      injured: '',
      damage: 'none seen',
      witnesses: 'post 5',
      done: 'in for a look',
    }
    const entries = [
      { ...base(10), kind: 'release' },
      fault,
      off,
      { ...base(13), kind: 'report', about: off.id, ...report },
      { ...base(14), kind: 'severity', about: fault.id, severity: 2 },
      { ...base(15), kind: 'better', lap: 2, corner: '5', about: fault.id },
      { ...base(16), kind: 'praise', lap: 2, corner: '6', code: 'smooth' },
      { ...base(17), kind: 'pass', lap: 2, corner: '6', way: 'passed', side: 'left', who: 'the blue hatch' },
      { ...base(18), kind: 'flag', lap: 2, corner: '7', flag: 'yellow' },
      { ...base(19), kind: 'conditions', lap: 3, corner: '1', surface: 'drying' },
      { ...base(20), kind: 'called', lap: 3, corner: '4', code: 'be' },
      { ...base(21), kind: 'told', lap: 5, what: 'last lap' },
      { ...base(22), kind: 'step', lap: 5, of: 'pace', way: 'down', reason: 'off' },
      { ...base(23), kind: 'line', source: 'logger' },
      { ...base(24), kind: 'undo', about: fault.id },
      { ...base(25), kind: 'in' },
    ]
    await send(entries)
    expect(await stored()).toEqual(entries)
  })

  it('is taken entry by entry: one that cannot be used is refused with its field, and the others are stored', async () => {
    const [first, last] = [line(10), line(12)]
    const teleport = { ...base(11), kind: 'teleport' }
    const severe = { ...base(11), kind: 'fault', lap: 1, corner: '4', code: 'be', severity: 9 }
    const foreign = { ...line(11), stintId: stints[0]!.id }
    const receipt = await send([teleport, first, severe, foreign, 'not even an object', last])
    expect(receipt.stored).toEqual([first.id, last.id])
    expect(receipt.refused).toMatchObject([
      { id: teleport.id, field: 'kind', found: '"teleport"' },
      { id: severe.id, field: 'severity', found: '9' },
      { id: foreign.id, field: 'stintId', found: foreign.stintId, expected: open.id },
      { id: '', found: '"not even an object"' },
    ])
    expect(await stored()).toEqual([first, last])
  })

  it('is not said to be stored where its id belongs to another entry', async () => {
    const taken = line(10)
    await send([taken])
    expect(await send([{ ...base(11), id: taken.id, kind: 'in' }])).toMatchObject({ stored: [], refused: [{ id: taken.id, field: 'id' }] })
    const other = stints.find((s) => s.id !== open.id)!
    const elsewhere = { ...taken, stintId: other.id }
    const { body } = await app.ask('POST', `/api/stints/${other.id}/log`, { entries: [elsewhere] })
    expect(body).toMatchObject({ stored: [], refused: [{ id: taken.id }] })
    // but several devices log the same crossing under the same id
    expect(await send([{ ...taken, deviceId: 'wall' }])).toMatchObject({ stored: [taken.id], refused: [] })
  })

  it('for a stint that is not here is refused as a whole', async () => {
    const id = randomUUID()
    expect((await app.ask('POST', `/api/stints/${id}/log`, { entries: [{ ...line(10), stintId: id }] })).status).toBe(404)
  })

  it.each([
    ['a time with 200,000 digits', { deviceTime: `2026-10-17T11:10:00.${'0'.repeat(200_000)}Z` }, 'deviceTime'],
    ['a time in the year 9999', { deviceTime: '9999-10-17T11:10:00.000Z' }, 'deviceTime'],
    ['a clock 285,000 years off', { clockOffsetMs: 9e15 }, 'clockOffsetMs'],
  ])('with %s is refused: no page could show it', async (_what, change, field) => {
    expect((await send([{ ...line(10), ...change }])).refused).toMatchObject([{ field }])
    expect(await stored()).toEqual([])
  })

  it('with U+0000 in its text is refused alone: a database would cut the text off there', async () => {
    const question = (text: string) => ({ ...base(10), id: randomUUID(), kind: 'question', corner: '4', text })
    const [cut, whole] = [question('Which\0 gear?'), question('Which gear?')]
    expect(await send([cut, whole])).toMatchObject({ stored: [whole.id], refused: [{ id: cut.id, field: 'text' }] })
  })

  it('of nothing but bad entries gets a short answer', async () => {
    const entries = Array.from({ length: 500 }, () => ({ id: randomUUID(), kind: 'fault' }))
    const text = JSON.stringify((await post(entries)).body)
    expect(text.length).toBeLessThan(5 * JSON.stringify(entries).length)
  })

  it('ties the stint to its plan with the first entry that counts as driving, once however many devices tap it', async () => {
    const view = async () => stintViewSchema.parse((await app.ask('GET', `/api/stints/${open.id}`)).body).stint
    await send([{ ...base(10), kind: 'question', corner: '4', text: 'Which gear?' }])
    expect((await view()).planVersionId).toBeNull()
    const versions = async () => Number(((await app.db('plan_versions').count({ n: '*' })) as [{ n: number }])[0].n)
    const before = await versions()
    await Promise.all([line(11), line(12), line(13)].map((entry) => send([entry])))
    expect((await view()).planVersionId).not.toBeNull()
    expect((await versions()) - before).toBeLessThanOrEqual(1)
  })

  it('ties the stint to the released version, even if the plan was changed after that', async () => {
    const plan = planSchema.parse((await app.ask('GET', `/api/plans/${open.planId}`)).body)
    const draft = planDraftSchema.parse(plan)
    const id = randomUUID()
    // released as it is stored: whether it may be is asked elsewhere
    await storePlanVersion(app.all, plan, { id, at: NOW, by: 'Hester Quill' })
    const saved = await app.ask('PUT', `/api/plans/${plan.id}`, {
      draft: { ...draft, firstSession: !draft.firstSession },
      fromVersion: plan.version,
    })
    expect(planSchema.parse(saved.body).ready).toMatchObject({ id, version: plan.version })
    await send([line(11)])
    expect(stintViewSchema.parse((await app.ask('GET', `/api/stints/${open.id}`)).body).stint.planVersionId).toBe(id)
  })
})

describe('times in the log', () => {
  const epoch = randomUUID()
  const measured = (offsetMs: number, foundBy = 'measured', of = epoch) => ({ epoch: of, offsetMs, foundBy })
  const at = (seconds: number, change: object = {}) => ({
    ...line(0),
    deviceTime: new Date(Date.UTC(2026, 9, 17, 11) + seconds * 1000).toISOString(),
    clockEpoch: epoch,
    ...change,
  })
  const laps = async () => timedLaps(stintRecord((await page()).entries)).map((l) => l.timeS)

  it('stay as the device’s clock had them, beside what was measured of that clock', async () => {
    await send([at(0)], [measured(420_000)])
    expect((await page()).entries).toMatchObject([{ deviceTime: '2026-10-17T11:00:00.000Z', clockOffsetMs: 420_000 }])
  })

  it('are no worse for a message that came late: the server guesses nothing', async () => {
    const { body } = await app.ask('POST', `/api/stints/${open.id}/log`, { entries: [at(0)], sentAt: '2026-10-17T11:00:00.000Z' })
    expect(body).toMatchObject({ refused: [] })
    expect((await page()).entries[0]!.clockOffsetMs).toBeUndefined()
  })

  it('in one batch keep their own clock’s offset: a tablet that was put right halfway', async () => {
    const after = randomUUID()
    const batch = [at(0), at(100), at(200 + 420, { clockEpoch: after })]
    await send(batch, [measured(420_000), measured(0, 'measured', after)])
    expect(await laps()).toEqual([100, 100])
  })

  it('are put right when the clock is measured only later', async () => {
    await send([at(0), at(100)])
    await send([at(200)], [measured(-90_000, 'between')])
    expect((await page()).entries.map((e) => e.clockOffsetMs)).toEqual([-90_000, -90_000, -90_000])
    await send([at(300)], [measured(-90_400)])
    await send([at(400)], [measured(5, 'between')]) // no measurement, so it changes nothing
    expect(new Set((await page()).entries.map((e) => e.clockOffsetMs))).toEqual(new Set([-90_400]))
  })

  it('of a logger are not changed by the tablet’s clock', async () => {
    const logger = { source: 'logger', clockOffsetMs: 420_000 }
    await send([at(0, logger), at(100, logger)], [measured(420_000)])
    expect((await page()).entries.map((e) => e.clockOffsetMs)).toEqual([undefined, undefined])
    expect(await laps()).toEqual([100])
  })
})

describe('an entry that cannot be read any more', () => {
  it('is counted, and the rest of its stint, student and day is shown', async () => {
    const [good, bad] = [line(10), { ...base(11), kind: 'incident', lap: 1, corner: '5', what: 'off' }]
    await send([good, bad])
    await app.db('log_entries').where({ id: bad.id }).update({ detail: '{}' })
    expect(await page()).toMatchObject({ entries: [{ id: good.id }], unreadable: { [open.id]: 1 } })
    await app.db('log_entries').where({ id: bad.id }).update({ detail: '{broken' })
    expect((await page()).unreadable).toEqual({ [open.id]: 1 })
    for (const path of [`/api/days/${open.dayId}`, `/api/stints/${open.id}`, `/api/people/${open.studentId}/stints`])
      expect((await app.ask('GET', path)).status, path).toBe(200)
    expect((await send([line(12)])).stored).toHaveLength(1)
  })
})

describe('what a server lacks', () => {
  it('is listed by id, with the database’s id', async () => {
    const [known, unknown] = [line(10), randomUUID()]
    const { databaseId } = await send([known])
    const asked = await app.ask('POST', '/api/log/lacking', { ids: [known.id, unknown] })
    expect(asked.body).toEqual({ databaseId, lacking: [unknown] })
    expect((await app.ask('GET', '/api/time')).body).toEqual({ nowMs: Date.parse(NOW), databaseId })
    const another = await startApp()
    expect(((await another.ask('GET', '/api/time')).body as { databaseId: string }).databaseId).not.toBe(databaseId)
    await another.stop()
  })
})
