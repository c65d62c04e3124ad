import { Router } from 'express'
import { z } from 'zod'
import {
  dayViewSchema,
  daySchema,
  meetingSaveSchema,
  meetingSchema,
  sessionAddSchema,
  type CircuitSummary,
  type SessionAdd,
  type Day,
} from '@ochote/contracts'
import { answer } from '../http/answer'
import { conflict, invalidInput, notFound } from '../http/appError'
import { parseInput } from '../http/parseInput'
import type { Repositories } from '../repositories'

const params = z.object({ dayId: z.uuid() })

/** The circuit of a day; a foreign key keeps it there. */
export async function circuitOfDay({ circuits }: Repositories, day: Day): Promise<CircuitSummary> {
  const circuit = await circuits.summary(day.circuitId)
  if (!circuit) throw new Error(`day ${day.id} names circuit ${day.circuitId}, which is not stored`)
  return circuit
}

/** Whatever a new session names must be of its day and stored: told by field. */
async function sessionProblems(all: Repositories, { session, stints }: SessionAdd, day: Day) {
  const before = await all.stints.viewsForDay(day.id)
  const known = new Set([...before.map((f) => f.stint.id), ...stints.map((s) => s.id)])
  const plans = new Set((await all.plans.listForDay(day.id)).map((p) => p.id))
  const people = new Set((await all.people.list()).map((p) => p.id))
  const vehicles = new Set((await all.vehicles.list()).map((v) => v.id))
  const strange = (field: string, found: string, expected: string) => ({ field, found, expected })
  return [
    ...(session.dayId === day.id ? [] : [strange('session.dayId', session.dayId, day.id)]),
    ...session.stintIds.flatMap((id, k) => (known.has(id) ? [] : [strange(`session.stintIds[${k}]`, id, 'a stint of this day')])),
    ...stints.flatMap((stint, k) => [
      ...(stint.dayId === day.id ? [] : [strange(`stints[${k}].dayId`, stint.dayId, day.id)]),
      ...(plans.has(stint.planId) ? [] : [strange(`stints[${k}].planId`, stint.planId, 'a plan of this day')]),
      ...(people.has(stint.studentId) ? [] : [strange(`stints[${k}].studentId`, stint.studentId, 'someone on the shelf')]),
      ...(people.has(stint.instructorId) ? [] : [strange(`stints[${k}].instructorId`, stint.instructorId, 'someone on the shelf')]),
      ...(vehicles.has(stint.vehicleId) ? [] : [strange(`stints[${k}].vehicleId`, stint.vehicleId, 'a vehicle on the shelf')]),
    ]),
  ]
}

export function dayRoutes(all: Repositories): Router {
  const known = async (input: unknown): Promise<Day> => {
    const { dayId } = parseInput(params, input)
    const day = await all.days.find(dayId)
    if (!day) throw notFound(`Day ${dayId}`)
    return day
  }
  const dayOf = async (day: Day): Promise<z.input<typeof dayViewSchema>> => ({
    ...day,
    circuit: await circuitOfDay(all, day),
    plans: await all.plans.listForDay(day.id),
    stints: await all.stints.viewsForDay(day.id),
    people: await all.people.list(),
    vehicles: await all.vehicles.list(),
    markerSchemes: await all.markerSchemes.list(),
    meeting: await all.meetings.find(day.id),
    sessions: await all.sessions.listForDay(day.id),
  })
  return Router()
    .get('/', async (_req, res) => {
      answer(res, z.array(daySchema), await all.days.list())
    })
    .get('/:dayId', async (req, res) => {
      answer(res, dayViewSchema, await dayOf(await known(req.params)))
    })
    .put('/:dayId/meeting', async (req, res) => {
      const day = await known(req.params)
      const { meeting, fromVersion } = parseInput(meetingSaveSchema, req.body)
      if (!(await all.meetings.save(day.id, meeting, fromVersion)))
        throw conflict('The drivers’ meeting', (await all.meetings.find(day.id)).version)
      answer(res, meetingSchema, await all.meetings.find(day.id))
    })
    .put('/:dayId/sessions', async (req, res) => {
      const day = await known(req.params)
      const added = parseInput(sessionAddSchema, req.body)
      const problems = await sessionProblems(all, added, day)
      if (problems.length > 0) throw invalidInput(problems)
      await all.transaction(async (within) => {
        for (const stint of added.stints) await within.stints.add(stint)
        await within.sessions.keep(added.session)
      })
      answer(res, dayViewSchema, await dayOf(day))
    })
}
