import type { Day, FieldProblem, StintDraft } from '@ochote/contracts'
import type { Repositories } from '../repositories'

const problem = (field: string, found: string, expected: string): FieldProblem => ({ field, found, expected })

/** What is wrong with a planned stint, by field: everything it names must be stored, and its plan belong to its day. */
export async function stintProblems(all: Repositories, stint: StintDraft, day: Day, at: string): Promise<FieldProblem[]> {
  const plan = await all.plans.find(stint.planId)
  const car = await all.cars.find(stint.carId)
  const person = async (id: string, field: string) =>
    (await all.people.find(id)) ? [] : [problem(`${at}.${field}`, id, 'someone in the library')]
  const instructor = await all.people.find(stint.instructorId)
  const isExpired = instructor?.qualifiedUntil != null && instructor.qualifiedUntil < day.date && instructor.teachesAnyway === ''
  const ofThisDay = plan?.dayId === day.id
  return [
    ...(ofThisDay ? [] : [problem(`${at}.planId`, stint.planId, 'a plan of this day')]),
    ...(await person(stint.studentId, 'studentId')),
    ...(await person(stint.instructorId, 'instructorId')),
    ...(isExpired
      ? [
          problem(
            `${at}.instructorId`,
            `${instructor.name}, qualified until ${instructor.qualifiedUntil}`,
            'someone qualified on that day, or under People who says that they may teach, and why',
          ),
        ]
      : []),
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
