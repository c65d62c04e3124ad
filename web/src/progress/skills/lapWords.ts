import { comparedWith } from '@ochote/core'
import { count, datedDay, lapTime, shortDay } from '../../format/format'
import type { StintLaps } from './useSkills'

/** How far a lap is off the plan's, as a share with its sign. */
const behind = (lapS: number, planS: number): string => {
  const percent = 100 * (lapS / planS - 1)
  return `${percent < 0 ? '−' : '+'}${Math.abs(percent).toFixed(1)} %`
}

export const lapHeads = [
  'Stint',
  'Vehicle',
  'Weather',
  'Pace: corner / brake / drive',
  'Plan',
  'Laps',
  'Best',
  'Middle lap',
  'Spread',
] as const

/** A stint's laps beside its plan's, a text for each of `lapHeads`. */
export const lapCells = ({ date, startsAt, car, weather, pace, against }: StintLaps): string[] => [
  `${datedDay(date)}, ${startsAt}`,
  car,
  weather,
  `${[pace.lateral, pace.brake, pace.drive].map((share) => Math.round(100 * share)).join(' / ')} %`,
  lapTime(against.planS),
  String(against.laps),
  `${lapTime(against.bestS)} (${behind(against.bestS, against.planS)})`,
  `${lapTime(against.middleS)} (${behind(against.middleS, against.planS)})`,
  against.spreadS === null ? '–' : `${against.spreadS.toFixed(1)} s`,
]

/** Whether all stints were driven in one vehicle. */
export function vehicleWords(laps: readonly StintLaps[]): string {
  if (laps.length < 2) return ''
  if (new Set(laps.map(({ vehicleTypeId }) => vehicleTypeId)).size > 1) return 'Not all were driven in the same type of vehicle.'
  return new Set(laps.map(({ car }) => car)).size > 1
    ? 'All were driven in the same type of vehicle, but not in the same car.'
    : 'All were driven in the same car.'
}

/** What can be said of the last two stints, and no more. */
export function comparison(laps: readonly StintLaps[]): string {
  const [earlier, later] = laps.slice(-2)
  if (!earlier || !later) return 'One stint has nothing to be compared with.'
  const [from, to] = [earlier, later].map(({ date, startsAt }) => `${shortDay(date)}, ${startsAt}`)
  const counted = `${count(earlier.against.laps, 'lap')} and ${count(later.against.laps, 'lap')}`
  const said = {
    'too few': `${counted} are too few to tell ${from} from ${to}.`,
    'too alike': `The laps of ${from} and ${to} lie too close together to tell which was nearer its plan.`,
    closer: `The laps of ${to} were closer to their plan than those of ${from}. Two stints are no trend.`,
    further: `The laps of ${to} were further from their plan than those of ${from}. Two stints are no trend.`,
  }
  return said[comparedWith(earlier.against, later.against)]
}
