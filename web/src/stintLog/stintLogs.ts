import type { LogEntry } from '@ochote/contracts'
import { StintLog, type LogState } from './stintLog'

const notOpen: LogState = { entries: [], waiting: 0, refused: null, ready: false }

/** The logs of all stints that pages show, as this device knows them: its own entries merged with the server's. */
export class StintLogs {
  private readonly logs = new Map<string, StintLog>()
  private readonly listeners = new Set<() => void>()
  private states: ReadonlyMap<string, LogState> = new Map()

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  readonly snapshot = (): ReadonlyMap<string, LogState> => this.states

  stateOf(stintId: string): LogState {
    return this.states.get(stintId) ?? notOpen
  }

  /** Opens the logs that are not open yet. */
  open(stintIds: readonly string[]): void {
    for (const stintId of stintIds) if (!this.logs.has(stintId)) this.openOne(stintId)
  }

  /** Merges what the server stores of a stint. */
  merge(stintId: string, stored: readonly LogEntry[]): void {
    this.open([stintId])
    this.logs.get(stintId)!.merge(stored)
  }

  private openOne(stintId: string): void {
    const log = new StintLog(stintId)
    this.logs.set(stintId, log)
    const publish = () => {
      this.states = new Map(this.states).set(stintId, log.snapshot())
      this.listeners.forEach((listener) => listener())
    }
    log.subscribe(publish)
    publish()
    void log.open()
  }

  add(entry: LogEntry): Promise<void> {
    this.open([entry.stintId])
    return this.logs.get(entry.stintId)!.add(entry)
  }

  /** Sends nothing more. What waits stays on the device. */
  close(): void {
    this.logs.forEach((log) => log.close())
    this.logs.clear()
    this.states = new Map()
  }
}
