import { Router } from 'express'
import { z } from 'zod'
import {
  archivedInDaySchema,
  dayAddSchema,
  daySaveSchema,
  daySchema,
  dayViewSchema,
  meetingSaveSchema,
  meetingSchema,
  sessionSaveSchema,
  type Day,
  type DayDraft,
} from '@ochote/contracts'
import { answer } from '../http/answer'
import { conflict, invalidInput, notFound } from '../http/appError'
import { archiveRoutes, whichListed } from '../http/archiveRoutes'
import { parseInput } from '../http/parseInput'
import type { Repositories } from '../repositories'
import { sessionProblems } from '../sessions/sessionProblems'
import { copyDay } from './copyDay'
import { dayView } from './dayView'

const params = z.object({ dayId: z.uuid() })

export function dayRoutes(all: Repositories): Router {
  const storedDay = async (input: unknown): Promise<Day> => {
    const { dayId } = parseInput(params, input)
    const day = await all.days.find(dayId)
    if (!day) throw notFound(`Day ${dayId}`)
    return day
  }
  const checkCircuit = async ({ circuitId }: DayDraft) => {
    if (!(await all.circuits.summary(circuitId)))
      throw invalidInput([{ field: 'day.circuitId', found: circuitId, expected: 'a circuit in the library' }])
  }
  const views = new Map<string, { writes: number; json: string }>()
  /** A day's view as JSON. Many pages poll it, and it seldom changes, so it is made once for each change. */
  const viewJson = async (dayId: string, input: unknown): Promise<string> => {
    const writes = all.writes()
    const before = views.get(dayId)
    if (before?.writes === writes) return before.json
    const json = JSON.stringify(dayViewSchema.parse(await dayView(all, await storedDay(input))))
    views.set(dayId, { writes, json })
    return json
  }
  return Router()
    .get('/', async (req, res) => {
      answer(res, z.array(daySchema), await all.days.list(whichListed(req.query)))
    })
    .use(archiveRoutes('Day', all.days.setArchived))
    .post('/', async (req, res) => {
      const { id, day, copyOf } = parseInput(dayAddSchema, req.body)
      await checkCircuit(day)
      const source = copyOf === undefined ? null : await storedDay({ dayId: copyOf })
      if (source && source.circuitId !== day.circuitId)
        throw invalidInput([{ field: 'day.circuitId', found: day.circuitId, expected: 'the circuit of the day that is copied' }])
      await all.transaction(async (within) => {
        if ((await within.days.add({ ...day, id, version: 1 })) === 'conflict') throw conflict(day.name, 1)
        if (source) await copyDay(within, source, { ...day, id, version: 1 })
      })
      answer(res, daySchema, await storedDay({ dayId: id }), 201)
    })
    .put('/:dayId', async (req, res) => {
      const before = await storedDay(req.params)
      const { day, fromVersion } = parseInput(daySaveSchema, req.body)
      await checkCircuit(day)
      if (day.circuitId !== before.circuitId && (await all.plans.listForDay(before.id, 'all')).length > 0)
        throw invalidInput([{ field: 'day.circuitId', found: day.circuitId, expected: 'the circuit that the day’s plans are for' }])
      const saved = await all.days.save(before.id, day, fromVersion)
      const current = await storedDay(req.params)
      if (saved === 'conflict') throw conflict(current.name, current.version)
      answer(res, daySchema, current)
    })
    .get('/:dayId/archived', async (req, res) => {
      const day = await storedDay(req.params)
      answer(res, archivedInDaySchema, {
        plans: await all.plans.listForDay(day.id, 'archived'),
        stints: await all.stints.listForDay(day.id, 'archived'),
        sessions: await all.sessions.listForDay(day.id, 'archived'),
        people: await all.people.namesForDay(day.id),
      })
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
      answer(res, dayViewSchema, await dayView(all, day))
    })
}
