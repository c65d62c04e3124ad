import type { LogEntry } from '@ochote/contracts'
import { entriesOfStint } from '../device/deviceStore'
import type { Outbox } from '../device/outbox'
import { emptyLog, mergedLog, type LogState } from './stintLog'

interface OpenLog {
  readonly stored: Map<string, LogEntry>
  unreadable: number
  ready: boolean
}

/** The logs of all stints that pages show, as this device knows them: its own entries merged with the server's. */
export class StintLogs {
  readonly outbox: Outbox
  private readonly logs = new Map<string, OpenLog>()
  private readonly listeners = new Set<() => void>()
  private states: ReadonlyMap<string, LogState> = new Map()
  private readonly leave: () => void

  constructor(outbox: Outbox) {
    this.outbox = outbox
    this.leave = outbox.subscribe((stintIds) => this.publish(stintIds))
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  readonly snapshot = (): ReadonlyMap<string, LogState> => this.states

  stateOf(stintId: string): LogState {
    return this.states.get(stintId) ?? emptyLog
  }

  /** Opens the logs that are not open yet. */
  open(stintIds: readonly string[]): void {
    for (const stintId of stintIds) if (!this.logs.has(stintId)) void this.openOne(stintId)
  }

  /** Merges what the server stores of a stint, so that other devices' entries show here too. */
  merge(stintId: string, stored: readonly LogEntry[], unreadable = 0): void {
    this.open([stintId])
    const log = this.logs.get(stintId)!
    const fresh = stored.filter((e) => !log.stored.has(e.id))
    if (fresh.length === 0 && unreadable === log.unreadable) return
    for (const entry of fresh) log.stored.set(entry.id, entry)
    log.unreadable = unreadable
    this.publish(new Set([stintId]))
  }

  add(entry: LogEntry): Promise<void> {
    this.open([entry.stintId])
    return this.outbox.add(entry)
  }

  close(): void {
    this.leave()
    this.logs.clear()
    this.states = new Map()
  }

  private async openOne(stintId: string): Promise<void> {
    const log: OpenLog = { stored: new Map(), unreadable: 0, ready: false }
    this.logs.set(stintId, log)
    this.publish(new Set([stintId]))
    // a device that stores nothing has nothing of this stint: it can be logged all the same
    this.outbox.keep(await entriesOfStint(stintId).catch(() => []))
    log.ready = true
    this.publish(new Set([stintId]))
  }

  private publish(stintIds: ReadonlySet<string>): void {
    const states = new Map(this.states)
    for (const id of stintIds) {
      const log = this.logs.get(id)
      if (log) states.set(id, mergedLog(this.outbox.ofStint(id), log.stored, log.unreadable, log.ready))
    }
    this.states = states
    this.listeners.forEach((listener) => listener())
  }
}
