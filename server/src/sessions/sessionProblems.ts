import type { Day, FieldProblem, SessionSave, Stint } from '@ochote/contracts'
import type { Repositories } from '../repositories'

const problem = (field: string, found: string, expected: string): FieldProblem => ({ field, found, expected })

/** What is wrong with a session to be saved, by field: everything it names must be stored and belong to its day. */
export async function sessionProblems(all: Repositories, { session, stints }: SessionSave, day: Day): Promise<FieldProblem[]> {
  const stored = (await all.stints.listForDay(day.id)).map((s) => s.stint.id)
  const ofDay = new Set([...stored, ...stints.map((s) => s.id)])
  const own = await Promise.all(stints.map((stint, k) => stintProblems(all, stint, day, `stints[${k}]`)))
  return [
    ...(session.dayId === day.id ? [] : [problem('session.dayId', session.dayId, day.id)]),
    ...session.stintIds.flatMap((id, k) => (ofDay.has(id) ? [] : [problem(`session.stintIds[${k}]`, id, 'a stint of this day')])),
    ...own.flat(),
  ]
}

async function stintProblems(all: Repositories, stint: Stint, day: Day, at: string): Promise<FieldProblem[]> {
  const plan = await all.plans.find(stint.planId)
  const car = await all.cars.find(stint.carId)
  const person = async (id: string, field: string) =>
    (await all.people.find(id)) ? [] : [problem(`${at}.${field}`, id, 'someone in the library')]
  const ofThisDay = plan?.dayId === day.id
  return [
    // a stint gets its plan version with the first lap, and from nowhere else
    ...(stint.planVersionId === null ? [] : [problem(`${at}.planVersionId`, stint.planVersionId, 'nothing: it was not driven yet')]),
    ...(stint.dayId === day.id ? [] : [problem(`${at}.dayId`, stint.dayId, day.id)]),
    ...(ofThisDay ? [] : [problem(`${at}.planId`, stint.planId, 'a plan of this day')]),
    ...(await person(stint.studentId, 'studentId')),
    ...(await person(stint.instructorId, 'instructorId')),
    ...(car ? [] : [problem(`${at}.carId`, stint.carId, 'a car in the library')]),
    ...(car && plan && stint.otherTypesCones !== (car.vehicleTypeId !== plan.vehicleTypeId)
      ? [
          problem(
            `${at}.otherTypesCones`,
            String(stint.otherTypesCones),
            stint.otherTypesCones ? 'false: the car is of the plan’s type' : 'a car of the plan’s type, or true',
          ),
        ]
      : []),
  ]
}
