import type { Homework, Person, StudentView } from '@ochote/contracts'
import { followUps, timedLaps, type StintRecord } from '@ochote/core'
import { othersNamed } from '../../takeHome/othersNamed'
import type { RecordedStintPart } from './RecordDocument'

/** The driven stints of a student, the latest first. */
export const stintParts = ({ days }: StudentView, records: ReadonlyMap<string, StintRecord>): RecordedStintPart[] =>
  days
    .flatMap((day) =>
      [...day.stints]
        .sort((a, b) => a.stint.startsAt.localeCompare(b.stint.startsAt))
        .flatMap(({ stint, debrief }): RecordedStintPart[] => {
          const record = records.get(stint.id)
          if (!record || timedLaps(record).length === 0) return []
          const { id, startsAt } = stint
          return [{ stintId: id, date: day.date, startsAt, circuit: day.circuit.name, record, followed: followUps(record), debrief }]
        }),
    )
    .reverse()

export const openHomework = (homework: readonly Homework[]): string[] =>
  homework.filter(({ doneOn }) => doneOn === null).map(({ text }) => text)

/** Other students who are named in what would be taken home. */
export function namedInRecord(
  studentId: string,
  stints: readonly RecordedStintPart[],
  homework: readonly string[],
  people: readonly Person[],
): string[] {
  const typed = stints.flatMap(({ debrief }) =>
    debrief ? [...debrief.good, ...debrief.workOn.flatMap(({ advice, reason }) => [advice, reason]), debrief.sentence] : [],
  )
  const others = people.filter(({ role, id }) => role === 'student' && id !== studentId)
  return othersNamed(
    [...typed, ...homework],
    others.map(({ name }) => name),
  )
}
