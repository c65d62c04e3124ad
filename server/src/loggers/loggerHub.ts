import type { LiveBatch, LiveLogger, LiveSample } from '@ochote/contracts'
import { SampleRing } from './sampleRing'

/** Samples kept of each logger for listeners that lost the link: an hour at 25 a second. */
const KEPT_SAMPLES = 90_000
/** Samples kept of all loggers together, about 65 MB. */
const KEPT_IN_ALL = 900_000
/** More cars than any session has. When one more comes, the logger that has been silent longest is forgotten. */
const MOST_LOGGERS = 100
/** A listener is given at most this many samples at once. */
const AT_ONCE = 1_000
/** A logger's clock is compared over this many batches: those that waited for the link say nothing of it. */
const CLOCK_BATCHES = 20

/** Takes samples; where it answers with a promise, it is given more only once that is kept. */
type Take = (samples: readonly LiveSample[]) => unknown

type StoreSamples = (logger: LiveLogger, run: string | null, samples: readonly LiveSample[]) => void

interface Listener {
  readonly take: Take
  nextSeq: number
  busy: boolean
  stopped: boolean
}

interface Channel {
  logger: LiveLogger
  ring: SampleRing
  run: string | null
  /** time of the last sample less the server's, over the last batches, ms */
  clockAheadMs: number[]
}

/**
 * Live loggers and who listens to them. A logger sends samples in the order of their numbers; a batch that begins after a gap is
 * refused from the gap on, and the number that is wanted is told, so that nothing is lost while its link is down.
 */
export class LoggerHub {
  private readonly channels = new Map<string, Channel>()
  /** by logger; a listener may come before the first sample, for example after a restart of the server */
  private readonly listeners = new Map<string, Set<Listener>>()
  private readonly clock: () => number
  private readonly store: StoreSamples

  /** @param store - given every sample once, in order */
  constructor(clock: () => number, store: StoreSamples = () => undefined) {
    this.clock = clock
    this.store = store
  }

  list(): LiveLogger[] {
    return [...this.channels.values()].map((c) => c.logger)
  }

  find(id: string): LiveLogger | undefined {
    return this.channels.get(id)?.logger
  }

  /** Takes the samples that follow on from those stored. @returns the number wanted next */
  add(id: string, { name, stintId, samples, run: named }: LiveBatch, simulated: LiveLogger['simulated'] = null): number {
    const run = named ?? null
    const known = this.channels.get(id)
    if (!known && this.channels.size >= MOST_LOGGERS) this.remove(this.longestSilent())
    const channel = known && !this.hasRestarted(known, run, samples) ? known : this.begin(id, samples[0]?.seq ?? 0, known?.logger)
    channel.run = run
    const { ring } = channel
    const most = Math.min(KEPT_SAMPLES, Math.floor(KEPT_IN_ALL / this.channels.size))
    const before = ring.nextSeq
    const fresh: LiveSample[] = []
    for (const sample of samples) {
      if (sample.seq !== ring.nextSeq) continue
      ring.push(sample, most)
      fresh.push(sample)
    }
    const isFresh = ring.nextSeq > before
    const heardAtMs = isFresh ? this.clock() : channel.logger.heardAtMs
    if (isFresh && simulated === null) this.compareClock(channel, samples.at(-1)!.timeMs)
    // a logger that does not know its stint keeps the one it was given here
    const stint = stintId ?? channel.logger.stintId
    const clockAheadMs = simulated === null && channel.clockAheadMs.length > 0 ? Math.max(...channel.clockAheadMs) : null
    channel.logger = { ...channel.logger, name, stintId: stint, simulated, nextSeq: ring.nextSeq, heardAtMs, clockAheadMs }
    if (isFresh) this.store(channel.logger, run, fresh)
    if (isFresh) this.listeners.get(id)?.forEach((listener) => this.deliver(id, listener))
    return ring.nextSeq
  }

  /** A logger that says which run it is in is believed; one that does not counts from 0 again, at a later time. */
  private hasRestarted(channel: Channel, run: string | null, samples: readonly LiveSample[]): boolean {
    if (run !== null || channel.run !== null) return run !== channel.run
    const [last] = channel.ring.from(channel.ring.nextSeq - 1, 1)
    return samples[0]?.seq === 0 && channel.ring.nextSeq > 0 && samples[0].timeMs > (last?.timeMs ?? 0)
  }

  private begin(id: string, firstSeq: number, before: LiveLogger | undefined): Channel {
    const start = before ? 0 : firstSeq
    const logger = before ?? { id, name: id, stintId: null, nextSeq: start, heardAtMs: null, simulated: null, clockAheadMs: null }
    const channel: Channel = { logger, ring: new SampleRing(start), run: null, clockAheadMs: [] }
    this.channels.set(id, channel)
    this.listeners.get(id)?.forEach((listener) => (listener.nextSeq = start))
    return channel
  }

  private compareClock(channel: Channel, lastMs: number): void {
    channel.clockAheadMs = [...channel.clockAheadMs, lastMs - this.clock()].slice(-CLOCK_BATCHES)
  }

  /** Sets what a simulated logger is doing. */
  tell(id: string, simulated: LiveLogger['simulated']): void {
    const channel = this.channels.get(id)
    if (channel) channel.logger = { ...channel.logger, simulated }
  }

  remove(id: string): void {
    this.channels.delete(id)
  }

  private longestSilent(): string {
    return this.list().reduce((a, b) => ((b.heardAtMs ?? 0) < (a.heardAtMs ?? 0) ? b : a)).id
  }

  /** Sets the stint that a logger rides in. @returns false where there is no such logger */
  ride(id: string, stintId: string): boolean {
    const channel = this.channels.get(id)
    if (channel) channel.logger = { ...channel.logger, stintId }
    return channel !== undefined
  }

  /**
   * Gives a listener what is kept from a number on, and then everything that comes, a slice at a time and no faster than it takes them.
   * @returns how to stop listening
   */
  listen(id: string, fromSeq: number, take: Take): () => void {
    const listener: Listener = { take, nextSeq: fromSeq, busy: false, stopped: false }
    const own = this.listeners.get(id) ?? new Set()
    this.listeners.set(id, own.add(listener))
    this.deliver(id, listener)
    return () => {
      listener.stopped = true
      own.delete(listener)
      if (own.size === 0) this.listeners.delete(id)
    }
  }

  private deliver(id: string, listener: Listener): void {
    while (!listener.busy && !listener.stopped) {
      const slice = this.channels.get(id)?.ring.from(listener.nextSeq, AT_ONCE) ?? []
      if (slice.length === 0) return
      listener.nextSeq = slice.at(-1)!.seq + 1
      const taken = listener.take(slice)
      if (!(taken instanceof Promise)) continue
      listener.busy = true
      void taken.then(() => {
        listener.busy = false
        this.deliver(id, listener)
      })
    }
  }
}
