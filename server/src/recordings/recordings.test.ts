import { randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import {
  dayViewSchema,
  noReview,
  recordingSchema,
  recordingTakenSchema,
  reviewSchema,
  type DayView,
  type LiveSample,
  type StoredRecording,
} from '@ochote/contracts'
import { toLonLat, circuitFromDocument, unpackColumns, type Recording } from '@ochote/core'
import { circuits } from '../demo/seed'
import { seededFile } from '../testing/seededFile'
import { startApp, type RunningApp } from '../testing/startApp'

const nineCorner = gunzipSync(readFileSync(join(import.meta.dirname, '../../../core/fixtures/checks/nine-corner.laps.csv.gz')))
let app: RunningApp
let first: DayView
let second: DayView
beforeEach(async () => {
  app = await startApp(seededFile())
  const days = (await app.ask('GET', '/api/days')).body as { id: string; date: string }[]
  const [a, b] = await Promise.all(
    [...days].sort((one, other) => one.date.localeCompare(other.date)).map((day) => app.ask('GET', `/api/days/${day.id}`)),
  )
  ;[first, second] = [dayViewSchema.parse(a!.body), dayViewSchema.parse(b!.body)]
})
afterEach(() => app.stop())

const send = async (bytes: Uint8Array | string, query: Record<string, string>, signal?: AbortSignal) => {
  const asked = new URLSearchParams({ id: randomUUID(), name: 'drive.csv', ...query })
  const headers = { 'content-type': 'application/octet-stream' }
  const response = await fetch(`${app.base}/api/recordings?${asked}`, {
    method: 'POST',
    headers,
    body: Buffer.from(bytes),
    ...(signal ? { signal } : {}),
  })
  return { status: response.status, body: (await response.json()) as unknown }
}
const taken = async (bytes: Uint8Array | string, query: Record<string, string>) =>
  recordingTakenSchema.parse((await send(bytes, query)).body)
const list = async (query: string) => recordingSchema.array().parse((await app.ask('GET', `/api/recordings?${query}`)).body)
const columnsOf = async ({ id }: Pick<StoredRecording, 'id'>): Promise<Recording> =>
  unpackColumns(new Uint8Array(await (await fetch(`${app.base}/api/recordings/${id}/columns`)).arrayBuffer()))
const fileOf = async ({ id }: StoredRecording) => Buffer.from(await (await fetch(`${app.base}/api/recordings/${id}/file`)).arrayBuffer())
/** Takes the file of a demonstration stint out of the database, so that a test can upload it again. */
async function freshFile(day: DayView, k: number): Promise<{ bytes: Buffer; stintId: string }> {
  const recording = (await list(`dayId=${day.id}`))[k]!
  const bytes = await fileOf(recording)
  await app.db('recording_files').where({ recording_id: recording.id }).delete()
  await app.db('recordings').where({ id: recording.id }).delete()
  return { bytes, stintId: recording.stintId! }
}

describe('a recording', () => {
  it('is stored as it came and as it was read, and listed without its bytes', async () => {
    const stintId = first.stints[0]!.stint.id
    const { recording, isNew } = await taken(nineCorner, { stintId })
    expect(isNew).toBe(true)
    expect((await fileOf(recording)).equals(nineCorner)).toBe(true)
    const columns = await columnsOf(recording)
    expect(columns.timeS.length).toBe(recording.overview.rows)
    expect(recording.keptBytes).toBeLessThan(0.6 * recording.sizeBytes)
    expect((await list(`stintId=${stintId}`)).map(({ id }) => id)).toContain(recording.id)
    // another circuit than the day’s: no laps are claimed
    expect(recording.overview).toMatchObject({ onTrack: null, laps: [] })
  })

  it('is known again under any name, and comes back where it was archived', async () => {
    const before = await taken(nineCorner, { stintId: first.stints[0]!.stint.id })
    await app.ask('PUT', `/api/recordings/${before.recording.id}/archived`, { archived: true })
    expect((await list(`dayId=${first.id}`)).map(({ id }) => id)).not.toContain(before.recording.id)
    const again = await taken(nineCorner, { dayId: second.id, name: 'other.csv' })
    expect(again).toMatchObject({ isNew: false, recording: { id: before.recording.id, stintId: before.recording.stintId } })
    expect((await list(`dayId=${first.id}`)).map(({ id }) => id)).toContain(before.recording.id)
  })

  it('dropped on a day goes to the stint whose times and laps it has', async () => {
    const { bytes, stintId } = await freshFile(first, 2)
    const { recording } = await taken(bytes, { dayId: first.id })
    expect(recording).toMatchObject({ stintId, dayId: first.id, guessed: 'Guessed from its times; 5 laps in a row match the log.' })
    expect(recording.overview.laps.filter(({ complete }) => complete)).toHaveLength(5)
  })

  it('that fits no stint stays with the day, and says so; someone puts it right', async () => {
    const { recording } = await taken(nineCorner, { dayId: first.id })
    expect(recording).toMatchObject({ stintId: null, guessed: 'It was not driven on this day’s circuit.' })
    const stintId = second.stints[1]!.stint.id
    const owner = { stintId, studentId: null, note: 'from the phone' }
    const saved = recordingSchema.parse((await app.ask('PUT', `/api/recordings/${recording.id}`, { owner, fromVersion: 1 })).body)
    expect(saved).toMatchObject({ ...owner, dayId: second.id, guessed: '', version: 2 })
    expect((await app.ask('PUT', `/api/recordings/${recording.id}`, { owner: { ...owner, note: 'x' }, fromVersion: 1 })).status).toBe(409)
  })

  it('from elsewhere belongs to a student alone', async () => {
    const studentId = first.stints[0]!.stint.studentId
    const { recording } = await taken(nineCorner, { studentId })
    expect(recording).toMatchObject({ dayId: null, stintId: null, studentId })
    // beside those of the student’s stints
    expect((await list(`studentId=${studentId}`)).length).toBeGreaterThan(1)
  })

  it.each([
    ['an empty file', '', /an empty file/],
    ['a picture', Buffer.from([137, 80, 78, 71, 0, 1, 2, 255]), /line 1/],
    ['a table without positions', 'time_s,speed_kmh\n0,5\n1,6\n', /time_s, lat and lon/],
    ['a bad cell', 'time_s,lat,lon\n0,50,8\n1,fifty,8\n', /line 3, lat: found .*fifty/],
    ['a broken GPX', '<gpx><trk><trkseg><trkpt lat="1"', /GPX 1.1/],
    ['a bomb of entities', '<!DOCTYPE x [<!ENTITY a "aaaa">]><gpx/>', /entity/],
  ])('that is %s is refused by name and line, and nothing is stored', async (_, bytes, says) => {
    const before = (await list(`dayId=${first.id}`)).length
    const { status, body } = await send(bytes, { dayId: first.id })
    expect(status).toBe(400)
    expect(JSON.stringify(body)).toMatch(says)
    expect((body as { detail: string }).detail).toContain('drive.csv')
    expect((await list(`dayId=${first.id}`)).length).toBe(before)
  })

  it('for a stint, a day or a student that is not there is refused', async () => {
    const unknown = randomUUID()
    expect((await send(nineCorner, { stintId: unknown })).status).toBe(400)
    expect((await send(nineCorner, { dayId: unknown })).status).toBe(404)
    expect((await send(nineCorner, { studentId: unknown })).status).toBe(400)
  })

  it('whose sender goes away is not stored', async () => {
    const gone = new AbortController()
    const sending = send(nineCorner, { dayId: first.id }, gone.signal).catch(() => 'gone')
    setTimeout(() => gone.abort(), 30)
    expect(await sending).toBe('gone')
    await new Promise((resolve) => setTimeout(resolve, 400))
    expect((await list(`dayId=${first.id}`)).some(({ fileName }) => fileName === 'drive.csv')).toBe(false)
  })

  it('has its columns read once someone has said what they are, for every file of that logger', async () => {
    const text = nineCorner.toString().replace('time_s', 'Zeit').replace('speed_kmh', 'Tempo')
    const headers = text.slice(0, text.indexOf('\n')).trim().split(',')
    expect((await send(text, { dayId: first.id })).status).toBe(400)
    await app.ask('PUT', '/api/recordings/meanings', { headers, meanings: { Zeit: 'time_s' } })
    const { recording } = await taken(text, { dayId: first.id })
    expect(recording.overview.unknown).toEqual(['Tempo'])
    await app.ask('PUT', '/api/recordings/meanings', { headers, meanings: { Zeit: 'time_s', Tempo: 'speed_kmh' } })
    const again = recordingSchema.parse((await app.ask('POST', `/api/recordings/${recording.id}/read`)).body)
    expect(again.overview).toMatchObject({ unknown: [], channels: expect.arrayContaining(['speedMps']) })
    expect(again.version).toBe(2)
  })
})

describe('a review', () => {
  it('of a page from before questions were asked has notes that ask nothing', async () => {
    const [recording] = await list(`dayId=${first.id}`)
    const path = `/api/recordings/${recording!.id}/review`
    const old = {
      id: randomUUID(),
      lap: 1,
      stationM: 20,
      text: 'Eyes up',
      madeAt: '2026-10-17T12:00:00.000Z',
      drawing: null,
      soundId: null,
    }
    expect((await app.ask('PUT', path, { review: { ...noReview, notes: [old] }, fromVersion: 0 })).status).toBe(200)
    expect(reviewSchema.parse((await app.ask('GET', path)).body).notes).toEqual([{ ...old, isQuestion: false, answer: '' }])
    // what a newer page answered stays when the older one saves what it knows of
    const asked = { ...old, isQuestion: true, answer: 'At the apex' }
    expect((await app.ask('PUT', path, { review: { ...noReview, notes: [asked] }, fromVersion: 1 })).status).toBe(200)
    const notes = [
      { ...old, text: 'Eyes up, earlier' },
      { ...old, id: randomUUID(), lap: 2 },
    ]
    expect((await app.ask('PUT', path, { review: { ...noReview, notes }, fromVersion: 2 })).status).toBe(200)
    expect(reviewSchema.parse((await app.ask('GET', path)).body).notes).toEqual([
      { ...asked, text: 'Eyes up, earlier' },
      { ...notes[1], isQuestion: false, answer: '' },
    ])
    expect((await app.ask('PUT', path, { review: noReview, fromVersion: 3 })).status).toBe(200)
  })

  it('is saved over its version, and what is never to be shown again holds for the student', async () => {
    const [recording] = await list(`dayId=${first.id}`)
    const path = `/api/recordings/${recording!.id}/review`
    expect(reviewSchema.parse((await app.ask('GET', path)).body)).toMatchObject({ ...noReview, version: 0 })
    const decision = { lap: 2, corner: '3', fault: 'be', verdict: 'never', words: '', entryId: null } as const
    const review = { ...noReview, decisions: [decision] }
    expect((await app.ask('PUT', path, { review, fromVersion: 0 })).status).toBe(200)
    expect((await app.ask('PUT', path, { review: noReview, fromVersion: 0 })).status).toBe(409)
    const { studentId } = first.stints.find(({ stint }) => stint.id === recording!.stintId)!.stint
    const never = async (who: string, circuitId: string) =>
      (await app.ask('GET', `/api/recordings/never?studentId=${who}&circuitId=${circuitId}`)).body
    expect(await never(studentId, first.circuit.id)).toEqual([{ corner: '3', fault: 'be' }])
    // corner 3 of another circuit is another corner
    expect(await never(studentId, randomUUID())).toEqual([])
    const other = first.stints.find(({ stint }) => stint.studentId !== studentId)!.stint.studentId
    expect(await never(other, first.circuit.id)).toEqual([])
  })
})

describe('a live stream', () => {
  const circuit = circuitFromDocument(circuits.skerrow)
  const samplesFrom = (fromSeq: number, count: number): LiveSample[] => {
    if (!circuit.ok) throw new Error('the demonstration circuit is refused')
    const { lon, lat } = toLonLat(circuit.value.frame, 0, 0)
    const at = Date.parse('2026-10-17T11:59:00Z')
    return Array.from({ length: count }, (_, k) => ({
      seq: fromSeq + k,
      timeMs: at + (fromSeq + k) * 40,
      lat,
      lon: lon + (fromSeq + k) / 1e5,
      speedKmh: 80,
    }))
  }
  const push = (samples: LiveSample[], stintId: string | null, run = 'a') =>
    app.ask('POST', '/api/loggers/hatch-9/samples', { name: 'Hatch 9', stintId, run, samples })

  it('is stored as it comes, without any page, and is in the list of its stint', async () => {
    const stintId = second.stints[5]!.stint.id
    await push(samplesFrom(0, 30), stintId)
    await push(samplesFrom(20, 30), stintId) // sent again where it overlaps
    const [recording] = await list(`stintId=${stintId}`)
    expect(recording).toMatchObject({ source: 'logger', dayId: second.id, stintId, fileName: 'Hatch 9' })
    expect((await columnsOf(recording!)).timeS.length).toBe(50)
  })

  it('is there after the server was killed in the middle of it, but for its last second', async () => {
    const stintId = second.stints[5]!.stint.id
    await push(samplesFrom(0, 50), stintId)
    await vi.waitFor(async () => expect(await app.db('recording_parts').count({ n: '*' })).toEqual([{ n: 1 }]), { timeout: 3000 })
    // another server over the same data, while the first never got to close anything
    const { startAppOver } = await import('../testing/startApp')
    const next = await startAppOver(app.db)
    await vi.waitFor(
      async () => {
        const found = (await next.ask('GET', `/api/recordings?stintId=${stintId}`)).body as StoredRecording[]
        expect(found.map(({ overview }) => overview.rows)).toEqual([50])
      },
      { timeout: 10_000, interval: 100 },
    )
    await app.stop().catch(() => undefined)
    app = await startApp(seededFile())
  })

  it('loses nothing while the disk takes nothing', async () => {
    const stintId = second.stints[5]!.stint.id
    await app.db.raw("create trigger full before insert on recording_parts begin select raise(abort, 'database or disk is full'); end")
    await push(samplesFrom(0, 30), stintId)
    await new Promise((resolve) => setTimeout(resolve, 900))
    expect(await app.db('recording_parts').count({ n: '*' })).toEqual([{ n: 0 }])
    await app.db.raw('drop trigger full')
    await push(samplesFrom(30, 20), stintId)
    await new Promise((resolve) => setTimeout(resolve, 900))
    expect((await list(`stintId=${stintId}`)).map(({ overview }) => overview.rows)).toEqual([50])
  })

  it('of a logger that rides nowhere is in the list of a day, for someone to place', async () => {
    await push(samplesFrom(0, 30), null)
    await vi.waitFor(async () => expect((await list(`dayId=${second.id}`)).map(({ fileName }) => fileName)).toContain('Hatch 9'), {
      timeout: 10_000,
    })
  })

  it('of another stint is another recording', async () => {
    const [one, other] = [second.stints[5]!.stint.id, second.stints[6]!.stint.id]
    await push(samplesFrom(0, 30), one)
    await push(samplesFrom(30, 40), other)
    await vi.waitFor(async () => expect((await list(`stintId=${one}`)).map(({ overview }) => overview.rows)).toEqual([30]), {
      timeout: 10_000,
    })
    expect((await list(`stintId=${other}`)).map(({ overview }) => overview.rows)).toEqual([40])
  })
})

describe('two hundred recordings of an hour', () => {
  it('are listed from what is kept beside them: no file is opened', async () => {
    const [recording] = await list(`dayId=${first.id}`)
    const queries: string[] = []
    app.db.on('query', ({ sql }: { sql: string }) => queries.push(sql))
    expect((await list(`dayId=${first.id}`)).length).toBe(8)
    expect(queries.filter((sql) => sql.includes('recording_files'))).toEqual([])
    expect(queries.filter((sql) => /from .recordings./.test(sql))).toHaveLength(1)
    expect(JSON.stringify(recording).length).toBeLessThan(2_500)
  })
})
