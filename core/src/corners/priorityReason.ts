import type { Units } from '@ochote/contracts'
import { unitSets, wholeLength } from '../geometry/units'
import type { SolvedCorner } from './solvedCorner'

const seconds = (s: number) => `${s.toFixed(3)} s`

/** What decides a corner's priority. */
export type CornerWithPriority = Pick<SolvedCorner, 'number' | 'points' | 'after' | 'priority' | 'setUp'>

/** Why a corner is for its exit, its entry or the speed carried, with the numbers, in the school's units. */
export function priorityReason({ points, after, priority, setUp }: CornerWithPriority, units: Units): string {
  const { speed, speedMps, lengthM, lengthWord } = unitSets[units]
  const perSpeed = (perKmh: number) => seconds((perKmh * speedMps) / unitSets.metric.speedMps)
  const { kind, exitSPerKmh, entrySPerM, minSpeedSPerKmh } = priority
  switch (kind) {
    case 'exit':
      return `${perSpeed(exitSPerKmh)} lost over the ${wholeLength(after.flatOutM, units)} after it for each ${speed} less at full throttle`
    case 'entry':
      return `${seconds(entrySPerM * lengthM)} lost for each ${lengthWord} of braking earlier, more than its exit gives`
    case 'set-up':
      return setUp
        ? `the next corner is slowed for ${setUp.gapS.toFixed(1)} s after it: 1 ${speed} more here gains ${perSpeed(setUp.gainS)} and costs ${perSpeed(setUp.costS)} there`
        : 'the next corner is slowed for at once, and more speed here costs more there than it gains'
    case 'carry':
      return `${perSpeed(minSpeedSPerKmh)} lost for each ${speed} less at its slowest, and little slowing before it`
    case 'held':
      return `no brakes: ${((points.minSpeed?.speedMps ?? 0) / speedMps).toFixed(0)} ${speed} is what the grip allows, and ${perSpeed(minSpeedSPerKmh)} is lost for each ${speed} less`
    case 'flat':
      return 'at full throttle all the way through'
  }
}
