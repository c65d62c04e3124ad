import type { Severity } from '../faults/catalogue'
import type { StintRecord } from './stintRecord'

/** What became of a correction that was called. */
export const followStates = ['not yet seen', 'fixed', 'better', 'no change', 'back again'] as const
export type FollowState = (typeof followStates)[number]
export type PassResult = 'fixed' | 'better' | 'no change'

/** A correction that was called for a corner, followed over the laps after it. */
export interface FollowedCorrection {
  readonly corner: string
  readonly code: string
  /** the entry it was called with first */
  readonly calledId: string
  /** laps it was called on, rising */
  readonly calledOn: readonly number[]
  /** what later passes showed, in the order of the laps, one a lap */
  readonly results: readonly { readonly lap: number; readonly result: PassResult; readonly by: 'seen' | 'measured' | 'logged' }[]
  readonly state: FollowState
}

function stateOf(results: readonly { result: PassResult }[]): FollowState {
  const last = results[results.length - 1]
  if (!last) return 'not yet seen'
  const wasFixed = results.slice(0, -1).some((r) => r.result === 'fixed')
  return last.result === 'no change' && wasFixed ? 'back again' : last.result
}

/**
 * Every correction that was called, and what the laps after it showed (physics.md section 12): by what was answered or measured,
 * else by the fault being logged again.
 */
export function followedCorrections(record: StintRecord): FollowedCorrection[] {
  const groups = new Map<string, StintRecord['called'][number][]>()
  for (const call of record.called) groups.set(`${call.corner}/${call.code}`, [...(groups.get(`${call.corner}/${call.code}`) ?? []), call])
  return [...groups.values()].map((calls) => {
    const { corner, code, id } = calls[0]!
    const calledOn = [...new Set(calls.map((c) => c.lap))].sort((a, b) => a - b)
    const ids = new Set(calls.map((c) => c.id))
    const byLap = new Map<number, FollowedCorrection['results'][number]>()
    const seen = record.faults.filter((f) => f.corner === corner && f.code === code)
    const severityBefore = Math.max(0, ...seen.filter((f) => f.lap <= calledOn[0]!).map((f) => f.severity)) as Severity | 0
    for (const { lap, severity } of seen.filter((f) => f.lap > calledOn[0]!))
      byLap.set(lap, { lap, result: severity < severityBefore ? 'better' : 'no change', by: 'logged' })
    for (const { lap } of record.betters.filter((b) => b.corner === corner && b.code === code && b.lap > calledOn[0]!))
      byLap.set(lap, { lap, result: 'better', by: 'logged' })
    for (const { about, lap, result, by } of record.followed) if (ids.has(about) && lap > calledOn[0]!) byLap.set(lap, { lap, result, by })
    const results = [...byLap.values()].sort((a, b) => a.lap - b.lap)
    return { corner, code, calledId: id, calledOn, results, state: stateOf(results) }
  })
}

/** Right so often running, a correction is no longer asked about. */
const SETTLED = 2

const correctStreaks = ({ results }: FollowedCorrection): number => {
  const lastWrong = results.map((r) => r.result).lastIndexOf('no change')
  const lastBetter = results.map((r) => r.result).lastIndexOf('better')
  return results.length - 1 - Math.max(lastWrong, lastBetter)
}

/** Corrections that a pass through a corner should be asked about: called before, not answered for this lap, not settled. */
export const correctionsToAskAbout = (followed: readonly FollowedCorrection[], corner: string, lap: number): FollowedCorrection[] =>
  followed.filter(
    (f) => f.corner === corner && f.calledOn[0]! < lap && correctStreaks(f) < SETTLED && !f.results.some((r) => r.lap === lap),
  )
