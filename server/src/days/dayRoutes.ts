import { Router } from 'express'
import { z } from 'zod'
import {
  dayFileSchema,
  eventSchema,
  meetingSaveSchema,
  meetingSchema,
  sessionAddSchema,
  type CircuitSummary,
  type SessionAdd,
  type TrackEvent,
} from '@ochote/contracts'
import { answer } from '../http/answer'
import { conflict, invalidInput, notFound } from '../http/appError'
import { parseInput } from '../http/parseInput'
import type { Repositories } from '../repositories'

const params = z.object({ eventId: z.uuid() })

/** The circuit of a day; a foreign key keeps it there. */
export async function circuitOfDay({ circuits }: Repositories, event: TrackEvent): Promise<CircuitSummary> {
  const circuit = await circuits.summary(event.circuitId)
  if (!circuit) throw new Error(`event ${event.id} names circuit ${event.circuitId}, which is not stored`)
  return circuit
}

/** Whatever a new session names must be of its day and stored: told by field. */
async function sessionProblems(all: Repositories, { session, stints }: SessionAdd, event: TrackEvent) {
  const before = await all.stints.filesForEvent(event.id)
  const known = new Set([...before.map((f) => f.stint.id), ...stints.map((s) => s.id)])
  const plans = new Set((await all.plans.listForEvent(event.id)).map((p) => p.id))
  const people = new Set((await all.people.list()).map((p) => p.id))
  const vehicles = new Set((await all.vehicles.list()).map((v) => v.id))
  const strange = (field: string, found: string, expected: string) => ({ field, found, expected })
  return [
    ...(session.eventId === event.id ? [] : [strange('session.eventId', session.eventId, event.id)]),
    ...session.stintIds.flatMap((id, k) => (known.has(id) ? [] : [strange(`session.stintIds[${k}]`, id, 'a stint of this day')])),
    ...stints.flatMap((stint, k) => [
      ...(stint.eventId === event.id ? [] : [strange(`stints[${k}].eventId`, stint.eventId, event.id)]),
      ...(plans.has(stint.planId) ? [] : [strange(`stints[${k}].planId`, stint.planId, 'a plan of this day')]),
      ...(people.has(stint.studentId) ? [] : [strange(`stints[${k}].studentId`, stint.studentId, 'someone on the shelf')]),
      ...(people.has(stint.instructorId) ? [] : [strange(`stints[${k}].instructorId`, stint.instructorId, 'someone on the shelf')]),
      ...(vehicles.has(stint.vehicleId) ? [] : [strange(`stints[${k}].vehicleId`, stint.vehicleId, 'a vehicle on the shelf')]),
    ]),
  ]
}

export function dayRoutes(all: Repositories): Router {
  const known = async (input: unknown): Promise<TrackEvent> => {
    const { eventId } = parseInput(params, input)
    const event = await all.events.find(eventId)
    if (!event) throw notFound(`Day ${eventId}`)
    return event
  }
  const dayOf = async (event: TrackEvent): Promise<z.input<typeof dayFileSchema>> => ({
    event,
    circuit: await circuitOfDay(all, event),
    plans: await all.plans.listForEvent(event.id),
    stints: await all.stints.filesForEvent(event.id),
    people: await all.people.list(),
    vehicles: await all.vehicles.list(),
    markerSchemes: await all.markerSchemes.list(),
    meeting: await all.meetings.find(event.id),
    sessions: await all.sessions.listForEvent(event.id),
  })
  return Router()
    .get('/', async (_req, res) => {
      answer(res, z.array(eventSchema), await all.events.list())
    })
    .get('/:eventId', async (req, res) => {
      answer(res, dayFileSchema, await dayOf(await known(req.params)))
    })
    .put('/:eventId/meeting', async (req, res) => {
      const event = await known(req.params)
      const { meeting, fromVersion } = parseInput(meetingSaveSchema, req.body)
      if (!(await all.meetings.save(event.id, meeting, fromVersion)))
        throw conflict('The drivers’ meeting', (await all.meetings.find(event.id)).version)
      answer(res, meetingSchema, await all.meetings.find(event.id))
    })
    .put('/:eventId/sessions', async (req, res) => {
      const event = await known(req.params)
      const added = parseInput(sessionAddSchema, req.body)
      const problems = await sessionProblems(all, added, event)
      if (problems.length > 0) throw invalidInput(problems)
      await all.together(async (one) => {
        for (const stint of added.stints) await one.stints.add(stint)
        await one.sessions.keep(added.session)
      })
      answer(res, dayFileSchema, await dayOf(event))
    })
}
