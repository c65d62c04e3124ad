import type { LogEntry } from '@ochote/contracts'
import { storeEntry, deviceEntries, withOffset } from './deviceStore'
import { sendEntries } from './outbox'

/** A stint's log as this device knows it. */
export interface LogState {
  readonly entries: readonly LogEntry[]
  /** entries kept on this device that the server does not have yet */
  readonly waiting: number
  /** what stopped an entry from being kept on this device, or null */
  readonly refused: unknown
  readonly ready: boolean
}

const RETRY_MS = 4_000

/**
 * One stint's log on this device: every entry is kept on the device first, then sent in order, as often as it takes. The
 * server stores an entry once however often it comes.
 */
export class StintLog {
  private readonly stintId: string
  private readonly own = new Map<string, LogEntry>()
  private readonly unsent = new Set<string>()
  private readonly listeners = new Set<() => void>()
  private others: readonly LogEntry[]
  private state: LogState
  private sending = false
  private closed = false
  private timer: ReturnType<typeof setTimeout> | null = null

  /** @param stored - what the server held when the page was opened */
  constructor(stintId: string, stored: readonly LogEntry[] = []) {
    this.stintId = stintId
    this.others = stored
    this.state = { entries: stored, waiting: 0, refused: null, ready: false }
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  readonly snapshot = (): LogState => this.state

  /** Reads what this device kept before, as after a reload, and sends what is waiting. */
  async open(): Promise<void> {
    this.closed = false
    for (const { entry, sent } of await deviceEntries(this.stintId)) {
      this.own.set(entry.id, entry)
      if (!sent) this.unsent.add(entry.id)
    }
    this.tell({ ready: true })
    void this.send()
  }

  /** Takes over what the server holds by now: what other devices logged shows here too. */
  readonly hear = (stored: readonly LogEntry[]): void => {
    const known = new Set(this.others.map((e) => e.id))
    if (stored.length === known.size && stored.every((e) => known.has(e.id))) return
    // what this page has heard of before stays, should an older answer come in late
    const heard = new Set(stored.map((e) => e.id))
    this.others = [...stored, ...this.others.filter((e) => !heard.has(e.id))]
    this.tell({})
  }

  /** Asks the server nothing more, not after an attempt under way either: what waits stays kept on the device. */
  close(): void {
    this.closed = true
    if (this.timer) clearTimeout(this.timer)
    this.timer = null
  }

  /** Keeps an entry on the device, then shows and sends it. */
  async add(entry: LogEntry): Promise<void> {
    try {
      await storeEntry(entry)
    } catch (refused) {
      this.tell({ refused })
      return
    }
    this.own.set(entry.id, entry)
    this.unsent.add(entry.id)
    this.tell({ refused: null })
    void this.send()
  }

  private tell(change: Partial<Pick<LogState, 'refused' | 'ready'>>): void {
    const known = new Set(this.own.keys())
    this.state = {
      ...this.state,
      ...change,
      entries: [...this.others.filter((e) => !known.has(e.id)), ...this.own.values()],
      waiting: this.unsent.size,
    }
    this.listeners.forEach((listener) => listener())
  }

  private async send(): Promise<void> {
    if (this.sending || this.unsent.size === 0) return
    this.sending = true
    const entries = [...this.unsent].flatMap((id) => this.own.get(id) ?? [])
    try {
      const { stored, clockOffsetMs } = await sendEntries(this.stintId, entries)
      for (const id of stored) {
        this.unsent.delete(id)
        this.own.set(id, withOffset(this.own.get(id)!, clockOffsetMs))
      }
    } catch {
      // still kept here and counted as waiting; tried again until the server answers
      if (!this.closed)
        this.timer ??= setTimeout(() => {
          this.timer = null
          void this.send()
        }, RETRY_MS)
    }
    this.sending = false
    this.tell({})
    if (this.unsent.size > 0 && !this.timer && !this.closed) void this.send()
  }
}
