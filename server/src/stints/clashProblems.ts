import type { FieldProblem, Session } from '@ochote/contracts'
import { stintClashes, type TimedStint } from '@ochote/core'
import type { Repositories } from '../repositories'

/**
 * The car and the people of a stint that another stint has at the very same time, by field. Stints that only overlap by an
 * estimate of how long they take are not refused: the forms warn of them.
 * @param others - the other stints of its day, and the day's sessions
 */
export async function clashProblems(
  all: Repositories,
  stint: TimedStint,
  others: readonly TimedStint[],
  sessions: readonly Session[],
  at: string,
): Promise<FieldProblem[]> {
  const certain = stintClashes(stint, others, sessions).filter((clash) => clash.isCertain)
  return Promise.all(
    certain.map(async ({ kind, id, otherId }) => {
      const field = kind === 'car' ? 'carId' : id === stint.studentId ? 'studentId' : 'instructorId'
      const name = (kind === 'car' ? await all.cars.find(id) : await all.people.find(id))?.name ?? id
      const student = await all.people.find(others.find((other) => other.id === otherId)!.studentId)
      return {
        field: `${at}.${field}`,
        found: `${name}, ${kind === 'car' ? 'which' : 'who'} is in ${student?.name ?? 'another'}’s stint at the same time`,
        expected: kind === 'car' ? 'a car that is free then' : 'someone who is free then',
      }
    }),
  )
}
