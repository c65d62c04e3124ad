import express, { Router } from 'express'
import { z } from 'zod'
import { eventReadSchema, eventReportSchema, eventSchema } from '@ochote/contracts'
import { isForeignKey } from '../db/isForeignKey'
import { dayView } from '../days/dayView'
import { answer } from '../http/answer'
import { invalidInput, notFound } from '../http/appError'
import { parseInput } from '../http/parseInput'
import type { Repositories } from '../repositories'
import { EventProblem } from './eventRepository'

const params = z.object({ dayId: z.uuid() })
/** A Saturday of sixty with all its laps and solutions. */
const LARGEST_EVENT = '100mb'

/** Whole days as files: written, and read back all of it or nothing. */
export function eventRoutes(all: Repositories): Router {
  return Router()
    .get('/days/:dayId/event', async (req, res) => {
      const { dayId } = parseInput(params, req.params)
      if (!(await all.days.find(dayId))) throw notFound(`Day ${dayId}`)
      answer(res, eventSchema, await all.events.write(dayId))
    })
    .post('/events', express.json({ limit: LARGEST_EVENT }), async (req, res) => {
      const { event, keepOurs } = parseInput(eventReadSchema, req.body)
      try {
        const report = await all.events.read(event, keepOurs, (trx) => checkReadable(all, trx, event.dayId))
        answer(res, eventReportSchema, report, report.isStored ? 201 : 200)
      } catch (error) {
        if (error instanceof EventProblem) throw invalidInput(error.fields)
        if (isForeignKey(error))
          throw invalidInput([
            { field: 'tables', found: 'a row that names another which is not in the file', expected: 'everything that the day names' },
          ])
        throw error
      }
    })
}

/** Throws where something of the day could not be read as it was stored. */
async function checkReadable(all: Repositories, trx: Parameters<Repositories['on']>[0], dayId: string): Promise<void> {
  const { within, unreadable } = all.on(trx)
  try {
    const day = await within.days.find(dayId)
    if (!day) throw new EventProblem('dayId', dayId, 'the day that is in the file')
    await dayView(within, day)
    for (const { stint } of await within.stints.listForDay(dayId)) await within.stints.find(stint.id)
    await within.timetables.find(dayId)
  } catch (error) {
    if (error instanceof z.ZodError) throw new EventProblem('tables', 'a row that can’t be read', 'rows in the form of this version')
    throw error
  }
  const [first] = unreadable.list()
  if (first !== undefined) throw new EventProblem('tables', `${first}, which can’t be read`, 'rows in the form of this version')
}
