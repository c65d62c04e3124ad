import type { CallVerb } from '@ochote/contracts'
import type { PlanCall } from '../calls/callOptions'
import { timedLaps, type StintRecord } from '../stintLog/stintRecord'

/** Faults that show that an action was not done right. */
const FAULTS_OF: Readonly<Record<CallVerb, readonly string[]>> = {
  'up a gear': ['ge', 'gl', 'gw'],
  eyes: ['te', 'ae', 'am'],
  lift: ['ly', 'bh'],
  brake: ['be', 'bl', 'bs', 'bh', 'bd', 'br', 'bo', 'lk', 'dg'],
  'down a gear': ['ge', 'gl', 'gw', 'dg'],
  'off the brake': ['br', 'bo', 'te'],
  turn: ['te', 'tl', 'tn', 'ae', 'am'],
  closer: ['am', 'ae'],
  hold: ['ae', 'xp', 'xw'],
  wait: ['pe', 'pa'],
  squeeze: ['co', 'pe', 'pl', 'pa'],
  'let it out': ['xp', 'xn', 'xw'],
}

/**
 * How often running each call's action was right on the laps driven so far: laps since the last fault at its corner that speaks
 * against it. A lap on which nothing was logged counts as right, because the instructor was watching.
 * @param about - what each call is about, by its id
 */
export function correctStreaks(record: StintRecord, about: Readonly<Record<string, PlanCall>>): Map<string, number> {
  const laps = timedLaps(record).length
  return new Map(
    Object.entries(about).map(([id, { cornerNumber, verb }]) => {
      const against = record.faults.filter((f) => f.corner === cornerNumber && FAULTS_OF[verb].includes(f.code)).map((f) => f.lap)
      return [id, Math.max(0, laps - Math.max(0, ...against))]
    }),
  )
}
