import type { Day, FieldProblem, SessionSave } from '@ochote/contracts'
import type { Repositories } from '../repositories'
import { stintProblems } from '../stints/stintProblems'

const problem = (field: string, found: string, expected: string): FieldProblem => ({ field, found, expected })

/** What is wrong with a session to be saved, by field: everything it names must be stored and belong to its day. */
export async function sessionProblems(all: Repositories, { session, stints }: SessionSave, day: Day): Promise<FieldProblem[]> {
  const stored = (await all.stints.listForDay(day.id)).map((s) => s.stint.id)
  const ofDay = new Set([...stored, ...stints.map((s) => s.id)])
  const made = await Promise.all(
    stints.map(async (stint, k) => [
      // a stint gets its plan version with the first lap, and from nowhere else
      ...(stint.planVersionId === null
        ? []
        : [problem(`stints[${k}].planVersionId`, stint.planVersionId, 'nothing: it was not driven yet')]),
      ...(stint.dayId === day.id ? [] : [problem(`stints[${k}].dayId`, stint.dayId, day.id)]),
      ...(await stintProblems(all, stint, day, `stints[${k}]`)),
    ]),
  )
  return [
    ...(session.dayId === day.id ? [] : [problem('session.dayId', session.dayId, day.id)]),
    ...session.stintIds.flatMap((id, k) => (ofDay.has(id) ? [] : [problem(`session.stintIds[${k}]`, id, 'a stint of this day')])),
    ...made.flat(),
  ]
}
