import type { LiveBatch, LiveLogger, LiveSample } from '@ochote/contracts'

/** Samples kept of each logger for listeners that lost the link: an hour at 25 a second. */
const KEPT_SAMPLES = 90_000

/** More cars than any session has. When one more comes, the logger that has been silent longest is forgotten. */
const MOST_LOGGERS = 100

type Listener = (samples: readonly LiveSample[]) => void

interface Channel {
  logger: LiveLogger
  samples: LiveSample[]
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

  constructor(clock: () => number) {
    this.clock = clock
  }

  list(): LiveLogger[] {
    return [...this.channels.values()].map((c) => c.logger)
  }

  find(id: string): LiveLogger | undefined {
    return this.channels.get(id)?.logger
  }

  /** Takes the samples that follow on from those stored. @returns the number wanted next */
  add(id: string, { name, stintId, samples }: LiveBatch, simulated: LiveLogger['simulated'] = null): number {
    const known = this.channels.get(id)
    // a restarted logger counts from 0 again
    const restarted = known && samples[0]?.seq === 0 && known.logger.nextSeq > 0 && samples[0].timeMs > (known.samples.at(-1)?.timeMs ?? 0)
    const channel: Channel = known ?? {
      logger: { id, name, stintId, nextSeq: samples[0]?.seq ?? 0, heardAtMs: null, simulated },
      samples: [],
    }
    if (restarted) channel.samples = []
    let next = restarted ? 0 : channel.logger.nextSeq
    const fresh: LiveSample[] = []
    for (const sample of samples) {
      if (sample.seq !== next) continue
      fresh.push(sample)
      next++
    }
    channel.samples.push(...fresh)
    if (channel.samples.length > KEPT_SAMPLES) channel.samples.splice(0, channel.samples.length - KEPT_SAMPLES)
    const heardAtMs = fresh.length > 0 ? this.clock() : channel.logger.heardAtMs
    // a logger that does not know its stint keeps the one it was given here
    channel.logger = { ...channel.logger, name, stintId: stintId ?? channel.logger.stintId, simulated, nextSeq: next, heardAtMs }
    if (!known && this.channels.size >= MOST_LOGGERS) this.remove(this.longestSilent())
    this.channels.set(id, channel)
    if (fresh.length > 0) this.listeners.get(id)?.forEach((listener) => listener(fresh))
    return next
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
   * Tells a listener what is kept from a number on, at once, and then everything that comes.
   * @returns how to stop listening
   */
  listen(id: string, fromSeq: number, listener: Listener): () => void {
    const kept = this.channels.get(id)?.samples.filter((s) => s.seq >= fromSeq) ?? []
    if (kept.length > 0) listener(kept)
    const own = this.listeners.get(id) ?? new Set()
    this.listeners.set(id, own.add(listener))
    return () => {
      own.delete(listener)
      if (own.size === 0) this.listeners.delete(id)
    }
  }
}
