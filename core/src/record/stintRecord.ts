import type { LogEntry } from '@ochote/contracts'
import type { Severity } from '../faults/catalogue'

export interface RecordedLap {
  /** 1 is the first timed lap */
  readonly number: number
  readonly startedAtMs: number
  /** null while it is being driven */
  readonly timeS: number | null
}

export interface LoggedFault {
  readonly id: string
  readonly lap: number
  readonly corner: string
  readonly code: string
  /** as last corrected */
  readonly severity: Severity
}

export interface LoggedPraise {
  readonly id: string
  readonly lap: number
  readonly corner: string
  readonly code: string
}

export interface LoggedBetter {
  readonly id: string
  readonly lap: number
  readonly corner: string
  /** code of the fault that was better */
  readonly code: string
}

/** A stint as its log tells it. */
export interface StintRecord {
  readonly phase: 'ready' | 'running' | 'ended'
  readonly laps: readonly RecordedLap[]
  readonly faults: readonly LoggedFault[]
  readonly praises: readonly LoggedPraise[]
  readonly betters: readonly LoggedBetter[]
}

const timeOf = (entry: LogEntry) => Date.parse(entry.deviceTime)

/** Entries without those undone, in the order they were tapped. An undo can itself be undone. */
export function standingEntries(entries: readonly LogEntry[]): LogEntry[] {
  const ordered = [...entries].sort((a, b) => timeOf(a) - timeOf(b) || (a.id < b.id ? -1 : 1))
  const undone = new Set<string>()
  for (const entry of [...ordered].reverse()) if (entry.kind === 'undo' && !undone.has(entry.id)) undone.add(entry.about)
  return ordered.filter((entry) => entry.kind !== 'undo' && !undone.has(entry.id))
}

/** What a stint's log says, whatever order its entries arrived in. */
export function stintRecord(entries: readonly LogEntry[]): StintRecord {
  const ordered = standingEntries(entries)
  const lines = ordered.filter((e) => e.kind === 'line').map(timeOf)
  const endedAt = ordered.find((e) => e.kind === 'in')
  const laps = lines.flatMap((startedAtMs, i): RecordedLap[] => {
    const next = lines[i + 1]
    if (next === undefined && endedAt) return [] // the cool-down lap is not a timed one
    return [{ number: i + 1, startedAtMs, timeS: next === undefined ? null : (next - startedAtMs) / 1000 }]
  })
  const severities = new Map(ordered.flatMap((e) => (e.kind === 'severity' ? [[e.about, e.severity] as const] : [])))
  const faults = ordered.flatMap((e): LoggedFault[] =>
    e.kind === 'fault' ? [{ id: e.id, lap: e.lap, corner: e.corner, code: e.code, severity: severities.get(e.id) ?? e.severity }] : [],
  )
  const codes = new Map(faults.map((f) => [f.id, f.code]))
  return {
    phase: endedAt ? 'ended' : lines.length > 0 ? 'running' : 'ready',
    laps,
    faults,
    praises: ordered.flatMap((e): LoggedPraise[] =>
      e.kind === 'praise' ? [{ id: e.id, lap: e.lap, corner: e.corner, code: e.code }] : [],
    ),
    betters: ordered.flatMap((e): LoggedBetter[] => {
      const code = e.kind === 'better' ? codes.get(e.about) : undefined
      return e.kind === 'better' && code !== undefined ? [{ id: e.id, lap: e.lap, corner: e.corner, code }] : []
    }),
  }
}

/** Laps driven from line to line. */
export const timedLaps = (record: StintRecord): RecordedLap[] => record.laps.filter((lap) => lap.timeS !== null)

/** The quickest timed lap, or null before there is one. */
export function bestLap(record: StintRecord): RecordedLap | null {
  return timedLaps(record).reduce<RecordedLap | null>((best, lap) => (best === null || lap.timeS! < best.timeS! ? lap : best), null)
}
