import { Router } from 'express'
import { z } from 'zod'
import { solveSchema, solvingSchema, tellSchema, timetableSaveSchema, timetableSchema, type Day } from '@ochote/contracts'
import { dayFileOf } from '@ochote/core'
import { answer } from '../http/answer'
import { conflict, notFound } from '../http/appError'
import { parseInput } from '../http/parseInput'
import type { Repositories } from '../repositories'
import { Solvings } from './solvings'
import { tellTimetable } from './tellTimetable'
import { timetableOfDay } from './timetableOfDay'

const params = z.object({ dayId: z.uuid() })
const solvingParams = z.object({ solvingId: z.uuid() })

/** A day's timetable: planned, looked for, and told. */
export function timetableRoutes(all: Repositories): Router {
  const solvings = new Solvings()
  const storedDay = async (input: unknown): Promise<Day> => {
    const { dayId } = parseInput(params, input)
    const day = await all.days.find(dayId)
    if (!day) throw notFound(`Day ${dayId}`)
    return day
  }
  const solving = (input: unknown) => {
    const { solvingId } = parseInput(solvingParams, input)
    const found = solvings.find(solvingId)
    if (!found) throw notFound('This search')
    return found
  }
  return Router()
    .get('/days/:dayId/timetable', async (req, res) => {
      answer(res, timetableSchema, await timetableOfDay(all, await storedDay(req.params)))
    })
    .put('/days/:dayId/timetable', async (req, res) => {
      const day = await storedDay(req.params)
      const { draft, fromVersion } = parseInput(timetableSaveSchema, req.body)
      const saved = await all.timetables.save(day.id, draft, fromVersion)
      const current = await timetableOfDay(all, day)
      if (saved === 'conflict') throw conflict('The timetable', current.version)
      answer(res, timetableSchema, current)
    })
    .post('/days/:dayId/timetable/told', async (req, res) => {
      const day = await storedDay(req.params)
      const { version } = parseInput(tellSchema, req.body)
      const stored = await all.timetables.find(day.id)
      if (stored?.version !== version) throw conflict('The timetable', stored?.version ?? 0)
      await tellTimetable(all, day, stored.draft)
      answer(res, timetableSchema, await timetableOfDay(all, day))
    })
    .post('/days/:dayId/timetable/solvings', async (req, res) => {
      const day = await storedDay(req.params)
      const { draft, seconds, from, notBefore = from } = parseInput(solveSchema, req.body)
      const { told, driven } = await timetableOfDay(all, day)
      answer(res, solvingSchema, solvings.start(dayFileOf(draft, told, from, new Set(driven), notBefore), seconds), 201)
    })
    .get('/solvings/:solvingId', (req, res) => {
      answer(res, solvingSchema, solving(req.params))
    })
    .delete('/solvings/:solvingId', (req, res) => {
      const { id } = solving(req.params)
      solvings.stop(id)
      answer(res, solvingSchema, solving(req.params))
    })
}
