import type { LogEntry } from '@ochote/contracts'
import { storeEntry, deviceEntries, withOffset } from '../device/deviceStore'
import { sendEntries } from '../device/outbox'

/** A stint's log as this device knows it. */
export interface LogState {
  readonly entries: readonly LogEntry[]
  /** how many entries on this device the server does not have yet */
  readonly waiting: number
  /** why an entry could not be stored on this device, or null */
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
  private others: readonly LogEntry[] = []
  private state: LogState = { entries: [], waiting: 0, refused: null, ready: false }
  private sending = false
  private closed = false
  private timer: ReturnType<typeof setTimeout> | null = null

  constructor(stintId: string) {
    this.stintId = stintId
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
    this.publish({ ready: true })
    void this.send()
  }

  /** Merges entries that the server stores, so that other devices' entries show here too. */
  readonly merge = (stored: readonly LogEntry[]): void => {
    const before = new Set(this.others.map((e) => e.id))
    const fresh = stored.filter((e) => !before.has(e.id))
    if (fresh.length === 0) return
    this.others = [...this.others, ...fresh]
    this.publish({})
  }

  /** Asks the server nothing more, not after an attempt under way either: what waits stays kept on the device. */
  close(): void {
    this.closed = true
    if (this.timer) clearTimeout(this.timer)
    this.timer = null
  }

  /** Stores an entry on the device, then shows and sends it. */
  async add(entry: LogEntry): Promise<void> {
    try {
      await storeEntry(entry)
    } catch (refused) {
      this.publish({ refused })
      return
    }
    this.own.set(entry.id, entry)
    this.unsent.add(entry.id)
    this.publish({ refused: null })
    void this.send()
  }

  private publish(change: Partial<Pick<LogState, 'refused' | 'ready'>>): void {
    this.state = {
      ...this.state,
      ...change,
      entries: [...this.others.filter((e) => !this.own.has(e.id)), ...this.own.values()],
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
    this.publish({})
    if (this.unsent.size > 0 && !this.timer && !this.closed) void this.send()
  }
}
