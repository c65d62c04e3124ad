import type { Session, Stint } from '@ochote/contracts'

export type TimedStint = Pick<Stint, 'id' | 'studentId' | 'instructorId' | 'carId' | 'plannedLaps' | 'startsAt'>

/** A car or a person that two stints need at one time. */
export interface StintClash {
  readonly stintId: string
  /** the stint that needs it too */
  readonly otherId: string
  readonly kind: 'car' | 'person'
  /** which car or person */
  readonly id: string
  /** both start together: no estimate of how long a stint takes can put it right */
  readonly isCertain: boolean
}

/** An out lap, an in lap and every planned lap are counted at two minutes: the plan's lap time is not known before it is solved. */
const MINUTES_PER_LAP = 2
const OUT_AND_IN = 2

/** Minutes after midnight of a time such as 09:20. */
function minutesOf(time: string): number {
  const [hours = 0, minutes = 0] = time.split(':').map(Number)
  return hours * 60 + minutes
}

/** When a stint begins and about when its car is free again, minutes after midnight. A led session's stints start with it. */
export function stintTime(stint: TimedStint, sessions: readonly Session[]): { fromMin: number; toMin: number } {
  const led = ledSessionOf(stint.id, sessions)
  const fromMin = minutesOf(led?.startsAt ?? stint.startsAt)
  return { fromMin, toMin: fromMin + ((led?.laps ?? stint.plannedLaps) + OUT_AND_IN) * MINUTES_PER_LAP }
}

const ledSessionOf = (stintId: string, sessions: readonly Session[]) =>
  sessions.find((s) => s.kind === 'led' && s.stintIds.includes(stintId)) as Extract<Session, { kind: 'led' }> | undefined

/**
 * What a stint needs while another stint of the day has it: its car, its student or its instructor. The one who leads a
 * session is the instructor of everyone behind, and clashes with none of them.
 */
export function stintClashes(stint: TimedStint, others: readonly TimedStint[], sessions: readonly Session[]): StintClash[] {
  const mine = stintTime(stint, sessions)
  const led = ledSessionOf(stint.id, sessions)
  return others.flatMap((other): StintClash[] => {
    if (other.id === stint.id) return []
    const theirs = stintTime(other, sessions)
    if (mine.fromMin >= theirs.toMin || theirs.fromMin >= mine.toMin) return []
    const isCertain = mine.fromMin === theirs.fromMin
    const found = (kind: StintClash['kind'], id: string) => ({ stintId: stint.id, otherId: other.id, kind, id, isCertain })
    const together = led !== undefined && led === ledSessionOf(other.id, sessions)
    const people = [stint.studentId, stint.instructorId].filter((id) => id === other.studentId || id === other.instructorId)
    const isLead = (id: string) => together && id === stint.instructorId && id === other.instructorId
    return [
      ...(stint.carId === other.carId ? [found('car', stint.carId)] : []),
      ...people.filter((id) => !isLead(id)).map((id) => found('person', id)),
    ]
  })
}
