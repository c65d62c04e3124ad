import type { LogEntry } from '@ochote/contracts'
import type { Severity } from '../faults/catalogue'

interface RecordedLap {
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

interface LoggedPraise {
  readonly id: string
  readonly lap: number
  readonly corner: string
  readonly code: string
}

interface LoggedBetter {
  readonly id: string
  readonly lap: number
  readonly corner: string
  /** code of the fault that was better */
  readonly code: string
}

/** An entry of one kind, as it was logged. */
type Logged<K extends LogEntry['kind']> = Readonly<Extract<LogEntry, { kind: K }>>

/** A stint as its log tells it. */
export interface StintRecord {
  readonly phase: 'ready' | 'running' | 'ended'
  /** when the car was sent out, ms; null where that was not logged */
  readonly releasedAtMs: number | null
  /** when the car was in, ms; null while it is out */
  readonly endedAtMs: number | null
  readonly laps: readonly RecordedLap[]
  readonly faults: readonly LoggedFault[]
  readonly praises: readonly LoggedPraise[]
  readonly betters: readonly LoggedBetter[]
  readonly called: readonly Logged<'called'>[]
  readonly followed: readonly Logged<'followed'>[]
  readonly passes: readonly Logged<'pass'>[]
  readonly flags: readonly Logged<'flag'>[]
  readonly incidents: readonly { readonly incident: Logged<'incident'>; readonly report: Logged<'report'> | null }[]
  readonly conditions: readonly Logged<'conditions'>[]
  readonly told: readonly Logged<'told'>[]
  readonly steps: readonly Logged<'step'>[]
  readonly questions: readonly Logged<'question'>[]
  /** whether the student, absent from the drivers' meeting, went through it here */
  readonly metHere: boolean
}

/** When an entry was tapped, ms: by the device's clock, put right where that was found to be wrong. */
export const timeOf = (entry: Pick<LogEntry, 'deviceTime' | 'clockOffsetMs'>): number =>
  Date.parse(entry.deviceTime) + (entry.clockOffsetMs ?? 0)

/** Two who count the laps of one car have seen the same crossing when their entries are no further apart than this, ms. */
const SAME_CROSSING_MS = 15_000

/** Entries without those undone, in the order they were tapped. An undo can itself be undone. */
export function effectiveEntries(entries: readonly LogEntry[]): LogEntry[] {
  const ordered = [...entries].sort((a, b) => timeOf(a) - timeOf(b) || (a.id < b.id ? -1 : 1))
  const undone = new Set<string>()
  for (const entry of [...ordered].reverse()) if (entry.kind === 'undo' && !undone.has(entry.id)) undone.add(entry.about)
  return ordered.filter((entry) => entry.kind !== 'undo' && !undone.has(entry.id))
}

const counter = (line: Logged<'line'>) => (line.source === 'logger' ? 'logger' : line.deviceId)

/**
 * Crossings of the line in their order, one each however many counted it: a logger's is kept before a tapped one, an early before a
 * late. The logger keeps running after the car is in: crossings after that are the next driver's, not part of this stint.
 */
export function crossings(ordered: readonly LogEntry[]): Logged<'line'>[] {
  const kept: Logged<'line'>[] = []
  let isIn = false
  for (const line of ordered) {
    if (line.kind === 'in') isIn = true
    if (line.kind !== 'line' || (isIn && line.source === 'logger')) continue
    const last = kept[kept.length - 1]
    const same = last && counter(last) !== counter(line) && timeOf(line) - timeOf(last) < SAME_CROSSING_MS
    if (!same) kept.push(line)
    else if (line.source === 'logger') kept[kept.length - 1] = line
  }
  return kept
}

/** What a stint's log says. The order in which its entries arrived does not matter. */
export function stintRecord(entries: readonly LogEntry[]): StintRecord {
  const ordered = effectiveEntries(entries)
  const of = <K extends LogEntry['kind']>(kind: K) => ordered.filter((e): e is Extract<LogEntry, { kind: K }> => e.kind === kind)
  const lines = crossings(ordered).map(timeOf)
  const released = of('release')[0]
  const endedAtMs = of('in').map(timeOf)[0] ?? null
  const ended = endedAtMs !== null
  const laps = lines.flatMap((startedAtMs, i): RecordedLap[] => {
    const next = lines[i + 1]
    if (next === undefined && ended) return [] // the cool-down lap is not a timed one
    return [{ number: i + 1, startedAtMs, timeS: next === undefined ? null : (next - startedAtMs) / 1000 }]
  })
  const severities = new Map(of('severity').map((e) => [e.about, e.severity]))
  const faults = of('fault').map((e) => ({
    id: e.id,
    lap: e.lap,
    corner: e.corner,
    code: e.code,
    severity: severities.get(e.id) ?? e.severity,
  }))
  const codes = new Map(faults.map((f) => [f.id, f.code]))
  const reports = new Map(of('report').map((e) => [e.about, e]))
  return {
    phase: ended ? 'ended' : lines.length > 0 || released ? 'running' : 'ready',
    releasedAtMs: released ? timeOf(released) : null,
    endedAtMs,
    laps,
    faults,
    praises: of('praise').map((e) => ({ id: e.id, lap: e.lap, corner: e.corner, code: e.code })),
    betters: of('better').flatMap((e): LoggedBetter[] => {
      const code = codes.get(e.about)
      return code === undefined ? [] : [{ id: e.id, lap: e.lap, corner: e.corner, code }]
    }),
    called: of('called'),
    followed: of('followed'),
    passes: of('pass'),
    flags: of('flag'),
    incidents: of('incident').map((incident) => ({ incident, report: reports.get(incident.id) ?? null })),
    conditions: of('conditions'),
    told: of('told'),
    steps: of('step'),
    questions: of('question'),
    metHere: of('meeting').length > 0,
  }
}

/** Laps driven from line to line. */
export const timedLaps = (record: StintRecord): RecordedLap[] => record.laps.filter((lap) => lap.timeS !== null)

/** The quickest timed lap, or null before there is one. */
export function bestLap(record: StintRecord): RecordedLap | null {
  return timedLaps(record).reduce<RecordedLap | null>((best, lap) => (best === null || lap.timeS! < best.timeS! ? lap : best), null)
}

/** A lap shorter than this share of the planned one was not driven: the line was tapped by mistake. */
const LEAST_SHARE = 0.5

/** Time the lap being driven is likely to take, s: the last one's, or the planned where there is none that can be one. */
export function expectedLapS(record: StintRecord, plannedS: number): number {
  const last = timedLaps(record).pop()?.timeS ?? 0
  return last >= LEAST_SHARE * plannedS ? last : plannedS
}

/** Seconds since the line where that is too short for a lap: under half of the planned one. Null where no lap is driven, or it may end. */
export function tooShortForLapS(record: StintRecord, nowMs: number, plannedS: number): number | null {
  const current = record.laps.find((lap) => lap.timeS === null)
  if (!current) return null
  const seconds = Math.max(0, nowMs - current.startedAtMs) / 1000
  return seconds < LEAST_SHARE * plannedS ? seconds : null
}
