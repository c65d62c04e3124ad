import type { DayView } from '@ochote/contracts'
import { stintTime, type StintClash, type TimedStint } from '@ochote/core'

const clockOf = (minutes: number): string =>
  `${String(Math.floor(minutes / 60) % 24).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`

type Named = { readonly id: string; readonly name: string }

/** A clash in words: "Hatch 2 is out with Leo Vantongeren from 09:20 until about 09:34." */
export function clashWords(
  { kind, id, otherId }: StintClash,
  day: Pick<DayView, 'cars' | 'sessions'>,
  people: readonly Named[],
  stints: readonly TimedStint[],
): string {
  const other = stints.find((stint) => stint.id === otherId)!
  const nameOf = (named: readonly Named[], of: string) => named.find((one) => one.id === of)?.name ?? 'Someone'
  const { fromMin, toMin } = stintTime(other, day.sessions)
  const what = kind === 'car' ? nameOf(day.cars, id) : nameOf(people, id)
  const withWhom = id === other.studentId ? 'in another stint' : `with ${nameOf(people, other.studentId)}`
  return `${what} is out ${withWhom} from ${clockOf(fromMin)} until about ${clockOf(toMin)}.`
}
