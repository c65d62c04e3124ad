import { Router } from 'express'
import { z } from 'zod'
import { daySchema, dayViewSchema, meetingSaveSchema, meetingSchema, sessionSaveSchema, type Day } from '@ochote/contracts'
import { answer } from '../http/answer'
import { conflict, invalidInput, notFound } from '../http/appError'
import { parseInput } from '../http/parseInput'
import type { Repositories } from '../repositories'
import { sessionProblems } from '../sessions/sessionProblems'
import { circuitOfDay } from './circuitOfDay'

const params = z.object({ dayId: z.uuid() })

export function dayRoutes(all: Repositories): Router {
  const storedDay = async (input: unknown): Promise<Day> => {
    const { dayId } = parseInput(params, input)
    const day = await all.days.find(dayId)
    if (!day) throw notFound(`Day ${dayId}`)
    return day
  }
  const views = new Map<string, { writes: number; json: string }>()
  /** A day's view as JSON. Many pages poll it, and it seldom changes, so it is made once for each change. */
  const viewJson = async (dayId: string, input: unknown): Promise<string> => {
    const writes = all.writes()
    const before = views.get(dayId)
    if (before?.writes === writes) return before.json
    const json = JSON.stringify(dayViewSchema.parse(await viewOf(await storedDay(input))))
    views.set(dayId, { writes, json })
    return json
  }
  const viewOf = async (day: Day): Promise<z.input<typeof dayViewSchema>> => {
    const [types, schemes] = [await all.vehicleTypes.list(), await all.markerSchemes.list()]
    const has = (list: readonly { id: string }[], id: string) => list.some((one) => one.id === id)
    // what names a row that cannot be read is left out with it
    const plans = (await all.plans.listForDay(day.id)).filter((p) => has(types, p.vehicleTypeId) && has(schemes, p.markerSchemeId))
    const cars = (await all.cars.list()).filter((car) => has(types, car.vehicleTypeId))
    const stints = (await all.stints.listForDay(day.id)).filter(({ stint }) => has(plans, stint.planId) && has(cars, stint.carId))
    const shown = new Set(stints.map(({ stint }) => stint.id))
    const sessions = (await all.sessions.listForDay(day.id))
      .map((session) => ({ ...session, stintIds: session.stintIds.filter((id) => shown.has(id)) }))
      .filter((session) => session.stintIds.length > 0)
    return {
      ...day,
      ...{ plans, stints, cars, sessions, vehicleTypes: types, markerSchemes: schemes },
      circuit: await circuitOfDay(all, day),
      people: await all.people.namesForDay(day.id),
      meeting: await all.meetings.find(day.id),
    }
  }
  return Router()
    .get('/', async (_req, res) => {
      answer(res, z.array(daySchema), await all.days.list())
    })
    .get('/:dayId', async (req, res) => {
      res.type('json').send(await viewJson(req.params.dayId, req.params))
    })
    .put('/:dayId/meeting', async (req, res) => {
      const day = await storedDay(req.params)
      const { meeting, fromVersion } = parseInput(meetingSaveSchema, req.body)
      const missing = await Promise.all(meeting.present.map(async (id) => ((await all.people.find(id)) ? null : id)))
      const problems = missing.flatMap((id, k) =>
        id === null ? [] : [{ field: `meeting.present[${k}]`, found: id, expected: 'someone in the library' }],
      )
      if (problems.length > 0) throw invalidInput(problems)
      const saved = await all.meetings.save(day.id, meeting, fromVersion)
      const current = await all.meetings.find(day.id)
      if (saved === 'conflict') throw conflict('The drivers’ meeting', current.version)
      answer(res, meetingSchema, current)
    })
    .put('/:dayId/sessions', async (req, res) => {
      const day = await storedDay(req.params)
      const input = parseInput(sessionSaveSchema, req.body)
      const problems = await sessionProblems(all, input, day)
      if (problems.length > 0) throw invalidInput(problems)
      const before = await all.sessions.find(input.session.id)
      await all.transaction(async (within) => {
        for (const [k, stint] of input.stints.entries())
          if ((await within.stints.add(stint)) === 'conflict')
            throw invalidInput([{ field: `stints[${k}].id`, found: stint.id, expected: 'the id of no other stint' }])
        if ((await within.sessions.save(input.session)) === 'conflict')
          throw conflict(`The session “${input.session.name}”`, before?.version ?? 0)
      })
      answer(res, dayViewSchema, await viewOf(day))
    })
}
