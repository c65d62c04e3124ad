import type { LogEntry, StintView } from '@ochote/contracts'
import { StintLog, type LogState } from './stintLog'

/** The logs of several stints on this device, opened as they are asked for. */
export class StintLogs {
  private readonly logs = new Map<string, StintLog>()
  private readonly listeners = new Set<() => void>()
  private states: ReadonlyMap<string, LogState> = new Map()

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  readonly snapshot = (): ReadonlyMap<string, LogState> => this.states

  /** Opens the logs of stints that are not open yet, and tells all of them what the server holds. */
  hear(files: readonly StintView[]): void {
    for (const { stint, log: stored } of files) {
      const known = this.logs.get(stint.id)
      if (known) known.hear(stored)
      else this.open(stint.id, stored)
    }
  }

  private open(stintId: string, stored: readonly LogEntry[]): void {
    const log = new StintLog(stintId, stored)
    this.logs.set(stintId, log)
    const tell = () => {
      this.states = new Map(this.states).set(stintId, log.snapshot())
      this.listeners.forEach((listener) => listener())
    }
    log.subscribe(tell)
    tell()
    void log.open()
  }

  add(entry: LogEntry): Promise<void> {
    return this.logs.get(entry.stintId)?.add(entry) ?? Promise.reject(new Error(`the log of stint ${entry.stintId} is not open`))
  }

  close(): void {
    this.logs.forEach((log) => log.close())
    this.logs.clear()
  }
}
