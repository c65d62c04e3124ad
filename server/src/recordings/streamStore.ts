import { randomUUID } from 'node:crypto'
import type { Logger } from 'pino'
import type { LiveLogger, LiveSample } from '@ochote/contracts'
import type { Repositories } from '../repositories'
import type { ComputePool } from '../solutions/computePool'
import type { StoredStream } from './streamRepository'
import { readAgain, takeRecording } from './takeRecording'

/** Samples are stored this often, ms: so much is lost where the power fails. */
const STORED_EVERY_MS = 400
/** A logger that was silent for so long begins a new recording, ms. */
const SILENT_MS = 10 * 60_000
/** A stream is read again for a list at most this often, ms. */
const READ_EVERY_MS = 15_000

interface Open {
  readonly stream: StoredStream
  readonly run: string | null
  waiting: LiveSample[]
  parts: number
  /** parts that were there when it was last read */
  readParts: number
  heardAtMs: number
  readAtMs: number
  /** parts are stored one after the other */
  writing: Promise<void>
  /** whether the stream itself is stored: without it nobody would find its parts */
  hasBegun: boolean
}

/** Stores what loggers stream, as it comes, whether or not a page is open. */
export class StreamStore {
  private readonly all: Repositories
  private readonly pool: ComputePool
  private readonly log: Logger
  private readonly now: () => Date
  private readonly open = new Map<string, Open>()
  private readonly resumed: Promise<void>

  constructor(all: Repositories, pool: ComputePool, now: () => Date, log: Logger) {
    this.all = all
    this.pool = pool
    this.now = now
    this.log = log
    setInterval(() => this.storeAll(), STORED_EVERY_MS).unref()
    this.resumed = this.closeWhatWasOpen()
  }

  /** Takes samples that a logger has sent for the first time. */
  take({ id, name, stintId }: Pick<LiveLogger, 'id' | 'name' | 'stintId'>, run: string | null, samples: readonly LiveSample[]): void {
    const nowMs = this.now().getTime()
    let open = this.open.get(id)
    if (open && (open.run !== run || open.stream.stintId !== stintId || nowMs - open.heardAtMs > SILENT_MS)) {
      this.end(id, open)
      open = undefined
    }
    if (!open) {
      const stream: StoredStream = { recordingId: randomUUID(), loggerId: id, name, stintId, startedAt: this.now().toISOString() }
      open = {
        stream,
        run,
        waiting: [],
        parts: 0,
        readParts: 0,
        heardAtMs: nowMs,
        readAtMs: 0,
        writing: Promise.resolve(),
        hasBegun: false,
      }
      this.open.set(id, open)
    }
    open.heardAtMs = nowMs
    open.waiting.push(...samples)
  }

  /** Has what was streamed so far in the lists, for a day or a stint that is looked at. */
  async readSoFar(wanted: { dayId?: string | undefined; stintId?: string | undefined }): Promise<void> {
    await this.resumed
    for (const open of this.open.values()) {
      const { stintId } = open.stream
      if (wanted.stintId !== undefined && wanted.stintId !== stintId) continue
      this.store(open)
      await open.writing
      if (open.parts === open.readParts || this.now().getTime() - open.readAtMs < READ_EVERY_MS) continue
      open.readAtMs = this.now().getTime()
      open.readParts = open.parts
      await this.quietly(this.read(open.stream))
    }
  }

  private storeAll(): void {
    for (const [id, open] of this.open) {
      this.store(open)
      if (this.now().getTime() - open.heardAtMs > SILENT_MS) this.end(id, open)
    }
  }

  private store(open: Open): void {
    if (open.waiting.length === 0) return
    open.writing = open.writing.then(() => this.quietly(this.storeWaiting(open)))
  }

  /** Stores what waits; what can't be stored now goes on waiting. */
  private async storeWaiting(open: Open): Promise<void> {
    const samples = open.waiting
    if (samples.length === 0) return
    open.waiting = []
    try {
      if (!open.hasBegun) await this.all.streams.begin(open.stream)
      open.hasBegun = true
      await this.all.streams.add(open.stream.recordingId, open.parts, samples)
      open.parts++
    } catch (error) {
      open.waiting = [...samples, ...open.waiting]
      throw error
    }
  }

  private end(id: string, open: Open): void {
    this.open.delete(id)
    void this.finish(open)
  }

  /** Stores what still waits, then closes the stream; tries again where that fails. */
  private async finish(open: Open): Promise<void> {
    this.store(open)
    await open.writing
    if (open.waiting.length > 0) setTimeout(() => void this.finish(open), STORED_EVERY_MS).unref()
    else if (open.hasBegun) await this.quietly(this.close(open.stream))
  }

  private async closeWhatWasOpen(): Promise<void> {
    const streams = await this.all.streams.open().catch((error: unknown) => {
      this.log.error({ err: error }, 'streams that were open can’t be read')
      return []
    })
    // one that can't be closed must not keep the others open
    for (const stream of streams) if (!this.isOpen(stream)) await this.quietly(this.close(stream))
  }

  private readonly isOpen = ({ recordingId }: StoredStream) =>
    [...this.open.values()].some(({ stream }) => stream.recordingId === recordingId)

  private async close(stream: StoredStream): Promise<void> {
    await this.read(stream)
    await this.all.streams.close(stream.recordingId)
  }

  private async read({ recordingId, name, stintId }: StoredStream): Promise<void> {
    const text = await this.all.streams.text(recordingId)
    // a recording needs two samples to have a length
    if (!text.includes('\n')) return
    const bytes = new TextEncoder().encode(text)
    const before = await this.all.recordings.find(recordingId)
    if (before) {
      await readAgain(this.all, this.pool, before, bytes)
      return
    }
    const view = stintId === null ? undefined : await this.all.stints.find(stintId)
    const day = (view && (await this.all.days.find(view.stint.dayId))) ?? null
    const known = { day, stintId: view ? stintId : null, studentId: null, endedAboutMs: null }
    await takeRecording(this.all, this.pool, this.now(), { id: recordingId, source: 'logger', name, bytes, ...known })
  }

  private async quietly(task: Promise<unknown>): Promise<void> {
    await task.catch((error: unknown) => this.log.error({ err: error }, 'a stream could not be stored'))
  }
}
