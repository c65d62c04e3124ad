import { Router } from 'express'
import { z } from 'zod'
import { personSaveSchema, personSchema, studentViewSchema } from '@ochote/contracts'
import { circuitOfDay } from '../days/dayRoutes'
import { answer } from '../http/answer'
import { notFound } from '../http/appError'
import { parseInput } from '../http/parseInput'
import type { Repositories } from '../repositories'

const params = z.object({ personId: z.uuid() })

export function personRoutes(all: Repositories): Router {
  return Router()
    .get('/', async (_req, res) => {
      answer(res, z.array(personSchema), await all.people.list())
    })
    .put('/:personId', async (req, res) => {
      const { personId } = parseInput(params, req.params)
      if (!(await all.people.find(personId))) throw notFound(`Person ${personId}`)
      const change = parseInput(personSaveSchema, req.body)
      if (Object.keys(change).length > 0) await all.people.save(personId, change)
      answer(res, personSchema, (await all.people.find(personId))!)
    })
    .get('/:personId/stints', async (req, res) => {
      const { personId } = parseInput(params, req.params)
      const person = await all.people.find(personId)
      if (!person) throw notFound(`Person ${personId}`)
      const stints = await all.stints.viewsForStudent(personId)
      const events = (await all.days.list()).filter((day) => stints.some((s) => s.stint.dayId === day.id))
      const days = await Promise.all(
        events.map(async (day) => ({
          ...day,
          circuit: await circuitOfDay(all, day),
          stints: stints.filter((s) => s.stint.dayId === day.id),
        })),
      )
      answer(res, studentViewSchema, { person, days })
    })
}
