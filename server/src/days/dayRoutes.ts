import { Router } from 'express'
import { z } from 'zod'
import { dayFileSchema, eventSchema, type CircuitSummary, type TrackEvent } from '@ochote/contracts'
import { answer } from '../http/answer'
import { notFound } from '../http/appError'
import { parseInput } from '../http/parseInput'
import type { Repositories } from '../repositories'

const params = z.object({ eventId: z.uuid() })

/** The circuit of a day; a foreign key keeps it there. */
export async function circuitOfDay({ circuits }: Repositories, event: TrackEvent): Promise<CircuitSummary> {
  const circuit = await circuits.summary(event.circuitId)
  if (!circuit) throw new Error(`event ${event.id} names circuit ${event.circuitId}, which is not stored`)
  return circuit
}

export function dayRoutes(all: Repositories): Router {
  return Router()
    .get('/', async (_req, res) => {
      answer(res, z.array(eventSchema), await all.events.list())
    })
    .get('/:eventId', async (req, res) => {
      const { eventId } = parseInput(params, req.params)
      const event = await all.events.find(eventId)
      if (!event) throw notFound(`Day ${eventId}`)
      answer(res, dayFileSchema, {
        event,
        circuit: await circuitOfDay(all, event),
        plans: await all.plans.listForEvent(eventId),
        stints: await all.stints.filesForEvent(eventId),
        people: await all.people.list(),
        vehicles: await all.vehicles.list(),
        markerSchemes: await all.markerSchemes.list(),
      })
    })
}
