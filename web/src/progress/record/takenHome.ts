import type { Homework, Person, StudentView } from '@ochote/contracts'
import { followUps, timedLaps, type StintRecord } from '@ochote/core'
import { othersNamed, typedInNotes } from '../../takeHome/othersNamed'
import type { PlacedNote } from '../../reading/StintReading'
import type { RecordedStintPart } from './RecordDocument'

/** The driven stints of a student, the latest first. */
export const stintParts = (
  { days }: StudentView,
  records: ReadonlyMap<string, StintRecord>,
  notesOf: ReadonlyMap<string, readonly PlacedNote[]>,
): RecordedStintPart[] =>
  days
    .flatMap((day) =>
      [...day.stints]
        .sort((a, b) => a.stint.startsAt.localeCompare(b.stint.startsAt))
        .flatMap(({ stint, debrief }): RecordedStintPart[] => {
          const record = records.get(stint.id)
          const { id, startsAt } = stint
          const notes = notesOf.get(id) ?? []
          if (!record || (timedLaps(record).length === 0 && notes.length === 0)) return []
          return [{ stintId: id, date: day.date, startsAt, circuit: day.circuit.name, record, followed: followUps(record), debrief, notes }]
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
  const typed = stints.flatMap(({ debrief, notes }) => [
    ...(debrief ? [...debrief.good, ...debrief.workOn.flatMap(({ advice, reason }) => [advice, reason]), debrief.sentence] : []),
    ...typedInNotes(notes.map(({ note }) => note)),
  ])
  const others = people.filter(({ role, id }) => role === 'student' && id !== studentId)
  return othersNamed(
    [...typed, ...homework],
    others.map(({ name }) => name),
  )
}
