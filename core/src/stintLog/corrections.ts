import type { Severity } from '../faults/catalogue'
import { timedLaps, type LoggedFault, type StintRecord } from './stintRecord'

export const outcomes = ['fixed', 'better', 'no change', 'back again', 'no lap after'] as const
export type CorrectionOutcome = (typeof outcomes)[number]

/** One fault at one corner over a stint, and whether correcting it showed. */
export interface Correction {
  readonly corner: string
  readonly code: string
  /** laps it was logged on, rising */
  readonly laps: readonly number[]
  /** worst logged */
  readonly severity: Severity
  readonly outcome: CorrectionOutcome
  /** what the lap straight after the first correction showed; null where there was none */
  readonly nextLap: 'clean' | 'better' | 'seen again' | null
}

function nextLapOf(laps: readonly number[], betterLaps: readonly number[], lastLap: number): Correction['nextLap'] {
  const next = laps[0]! + 1
  if (lastLap < next) return null
  if (betterLaps.includes(next)) return 'better'
  return laps.includes(next) ? 'seen again' : 'clean'
}

function outcomeOf(faults: readonly LoggedFault[], betterLaps: readonly number[], lastLap: number): CorrectionOutcome {
  const laps = [...new Set(faults.map((f) => f.lap))].sort((a, b) => a - b)
  const first = laps[0]!
  const last = laps[laps.length - 1]!
  if (lastLap <= first) return 'no lap after'
  if (last < lastLap) return betterLaps.some((lap) => lap === lastLap) ? 'better' : 'fixed'
  const missed = last - first + 1 > laps.length
  if (missed) return 'back again'
  const severityOn = (lap: number) => Math.max(...faults.filter((f) => f.lap === lap).map((f) => f.severity))
  return severityOn(last) < severityOn(first) ? 'better' : 'no change'
}

/** Every fault that was logged, by corner and code, with what became of it: physics.md section 12. */
export function correctionsOf(record: StintRecord): Correction[] {
  const lastLap = timedLaps(record).length
  const groups = new Map<string, LoggedFault[]>()
  for (const fault of record.faults) {
    const key = `${fault.corner}/${fault.code}`
    groups.set(key, [...(groups.get(key) ?? []), fault])
  }
  return [...groups.values()].map((faults) => {
    const { corner, code } = faults[0]!
    const laps = [...new Set(faults.map((f) => f.lap))].sort((a, b) => a - b)
    const better = record.betters.filter((b) => b.corner === corner && b.code === code).map((b) => b.lap)
    return {
      corner,
      code,
      laps,
      severity: Math.max(...faults.map((f) => f.severity)) as Severity,
      outcome: outcomeOf(faults, better, lastLap),
      nextLap: nextLapOf(laps, better, lastLap),
    }
  })
}
