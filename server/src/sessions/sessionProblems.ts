import type { Day, FieldProblem, SessionSave } from '@ochote/contracts'
import type { Repositories } from '../repositories'
import { clashProblems } from '../stints/clashProblems'
import { stintProblems } from '../stints/stintProblems'

const problem = (field: string, found: string, expected: string): FieldProblem => ({ field, found, expected })

/** What is wrong with a session to be saved, by field: everything it names must be stored, belong to its day, and be free. */
export async function sessionProblems(all: Repositories, { session, stints }: SessionSave, day: Day): Promise<FieldProblem[]> {
  const stored = (await all.stints.listForDay(day.id)).map((s) => s.stint)
  const every = [...stored, ...stints]
  const ofDay = new Set(every.map((s) => s.id))
  const sessions = [...(await all.sessions.listForDay(day.id)).filter((s) => s.id !== session.id), session]
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
  const unknown = [
    ...(session.dayId === day.id ? [] : [problem('session.dayId', session.dayId, day.id)]),
    ...session.stintIds.flatMap((id, k) => (ofDay.has(id) ? [] : [problem(`session.stintIds[${k}]`, id, 'a stint of this day')])),
    ...made.flat(),
  ]
  if (unknown.length > 0) return unknown
  const clashes = await Promise.all(
    session.stintIds.map(async (id, k) => {
      const stint = every.find((s) => s.id === id)
      return stint ? clashProblems(all, stint, every, sessions, `session.stintIds[${k}]`) : []
    }),
  )
  return clashes.flat()
}
