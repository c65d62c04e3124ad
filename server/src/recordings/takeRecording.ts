import { createHash } from 'node:crypto'
import type { Day, RecordingTaken, StoredRecording } from '@ochote/contracts'
import { belongsTo, lapHeaders, stintRecord, timedLaps, timeOf, type StintTimes } from '@ochote/core'
import { invalidInput } from '../http/appError'
import type { Repositories } from '../repositories'
import type { ComputePool } from '../solutions/computePool'
import type { ReadRecording } from './readTask'

/** A file, or a stream so far, with what is known of it. */
export interface Incoming {
  readonly id: string
  readonly source: StoredRecording['source']
  readonly name: string
  readonly bytes: Uint8Array
  readonly day: Day | null
  readonly stintId: string | null
  readonly studentId: string | null
  /** about when the drive ended, where its clock tells no date */
  readonly endedAboutMs: number | null
}

const sha = (bytes: Uint8Array | string) => createHash('sha256').update(bytes).digest('hex')
const HEADERS_WITHIN = 40_000

/** What stands for a logger's kind of file: its headers. */
export const headersHash = (headers: readonly string[]): string => sha(JSON.stringify(headers))

const headersOf = (bytes: Uint8Array) => lapHeaders(new TextDecoder().decode(bytes.subarray(0, HEADERS_WITHIN))).map(({ header }) => header)

/**
 * Reads a file and stores it with what was read, all of it or nothing. The same bytes are stored once.
 * @param signal - ends the reading; then nothing is stored
 * @throws AppError where the file can't be read
 */
export async function takeRecording(
  all: Repositories,
  pool: ComputePool,
  now: Date,
  incoming: Incoming,
  signal?: AbortSignal,
): Promise<RecordingTaken> {
  const before = await all.recordings.ofHash(sha(incoming.bytes))
  if (before) {
    // one that was archived comes back when it is dropped again
    if (before.archived) await all.recordings.setArchived(before.recording.id, false)
    return { recording: before.recording, isNew: false }
  }
  const read = await readIncoming(all, pool, incoming, signal)
  const recording = { ...(await described(all, now, incoming, read)), version: 1 }
  await all.recordings.store(recording, read)
  return { recording, isNew: true }
}

/** Reads what was stored again, as when someone has said what its columns are, or more of a stream has come. Its owner and review stay. */
export async function readAgain(
  all: Repositories,
  pool: ComputePool,
  before: StoredRecording,
  bytes: Uint8Array,
): Promise<StoredRecording> {
  const day = before.dayId === null ? null : ((await all.days.find(before.dayId)) ?? null)
  const read = await readIncoming(all, pool, { source: before.source, name: before.fileName, bytes, day })
  const recording: StoredRecording = {
    ...before,
    ...{ sha256: read.sha256, circuitId: read.circuitId, sizeBytes: bytes.length, keptBytes: read.file.length + read.columns.length },
    ...{ startedAt: isoOf(read.startedAtMs), overview: read.overview, version: before.version + 1 },
  }
  await all.recordings.store(recording, read)
  return recording
}

const isoOf = (ms: number | null) => (ms === null ? null : new Date(ms).toISOString())

async function readIncoming(
  all: Repositories,
  pool: ComputePool,
  { source, bytes, name, day }: Pick<Incoming, 'source' | 'bytes' | 'name' | 'day'>,
  signal?: AbortSignal,
): Promise<ReadRecording> {
  const meanings = source === 'logger' ? {} : await all.recordings.meanings(headersHash(headersOf(bytes)))
  const onDay = day && (await all.circuits.find(day.circuitId))
  const circuits = onDay ? [{ id: day.circuitId, document: onDay.document }] : await everyCircuit(all)
  const read = await pool.run('readRecordingFile', { source, bytes, fileName: name, meanings, circuits }, signal)
  if (!read.ok) throw invalidInput(read.problem)
  return read.value
}

async function everyCircuit(all: Repositories) {
  const summaries = await all.circuits.list()
  const found = await Promise.all(summaries.map(async ({ id }) => ({ id, circuit: await all.circuits.find(id) })))
  return found.flatMap(({ id, circuit }) => (circuit ? [{ id, document: circuit.document }] : []))
}

async function described(all: Repositories, now: Date, incoming: Incoming, read: ReadRecording): Promise<Omit<StoredRecording, 'version'>> {
  const { id, source, name, bytes, day } = incoming
  const { stintId, guessed } = await ownerOf(all, incoming, read)
  return {
    ...{ id, source, fileName: name, sha256: read.sha256, sizeBytes: bytes.length, keptBytes: read.file.length + read.columns.length },
    ...{ dayId: day?.id ?? null, stintId, studentId: incoming.studentId, circuitId: read.circuitId, note: '', guessed },
    ...{ addedAt: now.toISOString(), startedAt: isoOf(read.startedAtMs), overview: read.overview },
  }
}

/** Where it was dropped; on a day, the stint that its times and laps fit, where only one does. */
async function ownerOf(
  all: Repositories,
  { day, stintId, studentId, endedAboutMs }: Incoming,
  { startedAtMs, overview }: ReadRecording,
): Promise<{ stintId: string | null; guessed: string }> {
  if (stintId !== null || studentId !== null || day === null) return { stintId, guessed: '' }
  if (overview.onTrack === null) return { stintId: null, guessed: 'It was not driven on this day’s circuit.' }
  const fromMs = startedAtMs ?? (endedAboutMs === null ? null : endedAboutMs - overview.durationS * 1000)
  const lapsS = overview.laps.filter(({ complete }) => complete).map(({ timeS }) => timeS)
  const times = { fromMs, toMs: fromMs === null ? null : fromMs + overview.durationS * 1000, lapsS }
  const found = belongsTo(times, await stintTimes(all, day))
  const [best] = found
  if (!best) return { stintId: null, guessed: 'No stint was on track at that time.' }
  if (!best.isSure) return { stintId: null, guessed: `${found.length} stints match its times. Choose one.` }
  const from = best.within === null ? 'its laps' : startedAtMs === null ? 'the date of the file' : 'its times'
  const laps = best.lapsAlike > 0 ? `; ${best.lapsAlike} laps in a row match the log` : ''
  return { stintId: best.id, guessed: `Guessed from ${from}${laps}.` }
}

/** A stint that is not driven yet is taken to last this long, ms. */
const USUAL_STINT_MS = 20 * 60_000
/** An outing begins before the first crossing and goes on after the last, ms. */
const AROUND_MS = 4 * 60_000

async function stintTimes(all: Repositories, day: Day): Promise<StintTimes[]> {
  const stints = await all.stints.listForDay(day.id)
  return Promise.all(
    stints.map(async ({ stint }) => {
      const { entries } = await all.logs.page({ stintId: stint.id }, 0)
      const record = stintRecord(entries)
      const lapsS = timedLaps(record).flatMap(({ timeS }) => (timeS === null ? [] : [timeS]))
      const began = record.laps[0]?.startedAtMs
      const plannedMs = Date.parse(`${day.date}T${stint.startsAt}:00`)
      if (began === undefined) return { id: stint.id, fromMs: plannedMs, toMs: plannedMs + USUAL_STINT_MS, lapsS }
      return { id: stint.id, fromMs: began - AROUND_MS, toMs: Math.max(...entries.map(timeOf)) + AROUND_MS, lapsS }
    }),
  )
}
