import type { Severity } from '../faults/catalogue'
import { timedLaps, type LoggedFault, type StintRecord } from './stintRecord'

/** What one pass showed of a correction. */
export type PassResult = 'fixed' | 'better' | 'no change'

/**
 * What became of a correction. "Fixed" and "better" come only from what was answered, measured or logged; when nothing was said
 * of the later laps, the fault is "not seen since".
 */
export type Verdict = 'no lap after' | 'not seen since' | 'fixed' | 'better' | 'no change' | 'back again'

/** A fault at a corner that was logged or called, followed over the laps after it. */
export interface FollowUp {
  readonly corner: string
  readonly code: string
  /** laps it was logged on, rising */
  readonly seenOn: readonly number[]
  /** the worst logged; null where it was only called */
  readonly severity: Severity | null
  /** the first entry that called it; null where no correction was called */
  readonly calledId: string | null
  /** laps it was called on, rising */
  readonly calledOn: readonly number[]
  /** what later passes showed, in the order of the laps, one for each lap */
  readonly results: readonly { readonly lap: number; readonly result: PassResult; readonly by: 'seen' | 'measured' | 'logged' }[]
  readonly verdict: Verdict
}

/** A follow-up of a correction that was called. */
export type CalledFollowUp = FollowUp & { readonly calledId: string }
export const isCalled = (followUp: FollowUp): followUp is CalledFollowUp => followUp.calledId !== null

const rising = (laps: readonly number[]) => [...new Set(laps)].sort((a, b) => a - b)

/** Every fault that was logged or called, by corner and code, with what became of it (docs/model.md, Follow-up). */
export function followUps(record: StintRecord): FollowUp[] {
  const lastLap = timedLaps(record).length
  const keys = new Set([...record.faults, ...record.called].map((entry) => `${entry.corner}/${entry.code}`))
  return [...keys].map((key) => {
    const [corner, code] = key.split('/') as [string, string]
    const own = <T extends { corner: string; code: string }>(entries: readonly T[]) =>
      entries.filter((entry) => entry.corner === corner && entry.code === code)
    const faults = own(record.faults)
    const calls = own(record.called)
    const seenOn = rising(faults.map((f) => f.lap))
    const calledOn = rising(calls.map((c) => c.lap))
    // a call is followed from where it was made; what was only logged, from where it was first seen
    const fromLap = calledOn[0] ?? seenOn[0]!
    const results = resultsAfter(fromLap, faults, own(record.betters), record.followed, new Set(calls.map((c) => c.id)))
    return {
      corner,
      code,
      seenOn,
      severity: faults.length === 0 ? null : (Math.max(...faults.map((f) => f.severity)) as Severity),
      calledId: calls[0]?.id ?? null,
      calledOn,
      results,
      verdict: verdictOf(results, seenOn, fromLap, lastLap),
    }
  })
}

/** What each lap after the first showed: the fault logged again, a "better", or an answer, which counts before both. */
function resultsAfter(
  fromLap: number,
  faults: readonly LoggedFault[],
  betters: StintRecord['betters'],
  answers: StintRecord['followed'],
  callIds: ReadonlySet<string>,
): FollowUp['results'] {
  const byLap = new Map<number, FollowUp['results'][number]>()
  const severityBefore = Math.max(0, ...faults.filter((f) => f.lap <= fromLap).map((f) => f.severity))
  for (const { lap, severity } of faults)
    if (lap > fromLap) byLap.set(lap, { lap, result: severity < severityBefore ? 'better' : 'no change', by: 'logged' })
  for (const { lap } of betters) if (lap > fromLap) byLap.set(lap, { lap, result: 'better', by: 'logged' })
  for (const { about, lap, result, by } of answers) if (callIds.has(about) && lap > fromLap) byLap.set(lap, { lap, result, by })
  return [...byLap.values()].sort((a, b) => a.lap - b.lap)
}

function verdictOf(results: FollowUp['results'], seenOn: readonly number[], fromLap: number, lastLap: number): Verdict {
  const last = results[results.length - 1]
  if (!last) return lastLap <= fromLap ? 'no lap after' : 'not seen since'
  if (last.result !== 'no change') return last.result
  // logged again and then nothing more was said: nobody knows whether it went
  if (last.by === 'logged' && last.lap < lastLap) return 'not seen since'
  const wasFixed = results.slice(0, -1).some((r) => r.result === 'fixed')
  const wasAway = seenOn.length > 1 && seenOn[seenOn.length - 1]! - seenOn[0]! + 1 > seenOn.length
  return wasFixed || wasAway ? 'back again' : 'no change'
}

/** Right this often in a row, a correction is no longer asked about. */
const SETTLED = 2

function correctStreak({ results }: FollowUp): number {
  const shown = results.map((r) => r.result)
  return shown.length - 1 - Math.max(shown.lastIndexOf('no change'), shown.lastIndexOf('better'))
}

/** Corrections to ask about after a pass through a corner: called before, not answered for this lap, not settled. */
export const correctionsToAskAbout = (all: readonly FollowUp[], corner: string, lap: number): CalledFollowUp[] =>
  all
    .filter(isCalled)
    .filter((f) => f.corner === corner && f.calledOn[0]! < lap && correctStreak(f) < SETTLED && !f.results.some((r) => r.lap === lap))
