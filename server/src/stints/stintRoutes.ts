import { Router } from 'express'
import { z } from 'zod'
import {
  briefSaveSchema,
  debriefSaveSchema,
  logBatchSchema,
  logReceiptSchema,
  stintAddSchema,
  stintSaveSchema,
  stintViewSchema,
  type Day,
  type StintDraft,
  type StintView,
} from '@ochote/contracts'
import { answer } from '../http/answer'
import { conflict, invalidInput, notFound } from '../http/appError'
import { archiveRoutes } from '../http/archiveRoutes'
import { parseInput, parseShape } from '../http/parseInput'
import { addToLog } from '../log/addToLog'
import { clashProblems } from './clashProblems'
import { stintProblems } from './stintProblems'
import type { Repositories } from '../repositories'
import type { Solver } from '../solutions/solver'

const params = z.object({ stintId: z.uuid() })
/** What a stint that was driven keeps. */
const DRIVEN_WITH = ['planId', 'studentId', 'carId'] as const

/** @param now - the server's clock */
export function stintRoutes(all: Repositories, solver: Solver, now: () => Date): Router {
  const { stints } = all
  const storedStint = async (input: unknown): Promise<StintView> => {
    const { stintId } = parseInput(params, input)
    const view = await stints.find(stintId)
    if (!view) throw notFound(`Stint ${stintId}`)
    return view
  }
  const dayOf = async (dayId: string): Promise<Day> => {
    const day = await all.days.find(dayId)
    if (!day) throw notFound(`Day ${dayId}`)
    return day
  }
  /** Throws unless everything that a planned stint names is stored and free at its time. */
  const checkNames = async (draft: StintDraft, id: string, dayId: string) => {
    const problems = await stintProblems(all, draft, await dayOf(dayId), 'stint')
    if (problems.length > 0) throw invalidInput(problems)
    const others = (await stints.listForDay(dayId)).map((listed) => listed.stint)
    const clashes = await clashProblems(all, { ...draft, id }, others, await all.sessions.listForDay(dayId), 'stint')
    if (clashes.length > 0) throw invalidInput(clashes)
  }
  /** Throws where a stint was driven: its log is part of the student's record. */
  const mayArchive = async (stintId: string) => {
    const { stint } = await storedStint({ stintId })
    if (stint.planVersionId !== null)
      throw invalidInput([
        { field: 'the stint', found: 'one that was driven', expected: 'one without laps: its log is part of the record' },
      ])
  }
  return Router()
    .use(archiveRoutes('Stint', stints.setArchived, mayArchive))
    .post('/', async (req, res) => {
      const { id, dayId, stint } = parseInput(stintAddSchema, req.body)
      await checkNames(stint, id, dayId)
      const added = await stints.add({ ...stint, id, dayId, aims: [], briefedAt: null, planVersionId: null, version: 1 })
      if (added === 'conflict') throw conflict('The stint', (await storedStint({ stintId: id })).stint.version)
      answer(res, stintViewSchema, await storedStint({ stintId: id }), 201)
    })
    .put('/:stintId', async (req, res) => {
      const { stint } = await storedStint(req.params)
      const { stint: draft, fromVersion } = parseInput(stintSaveSchema, req.body)
      await checkNames(draft, stint.id, stint.dayId)
      const changed = stint.planVersionId === null ? [] : DRIVEN_WITH.filter((name) => draft[name] !== stint[name])
      if (changed.length > 0)
        throw invalidInput(
          changed.map((name) => ({ field: `stint.${name}`, found: draft[name], expected: 'what the stint was driven with' })),
        )
      const saved = await stints.save(stint.id, stint.dayId, draft, fromVersion)
      const current = await storedStint(req.params)
      if (saved === 'conflict') throw conflict('The stint', current.stint.version)
      answer(res, stintViewSchema, current)
    })
    .get('/:stintId', async (req, res) => {
      answer(res, stintViewSchema, await storedStint(req.params))
    })
    .put('/:stintId/brief', async (req, res) => {
      const { stint } = await storedStint(req.params)
      const { brief, fromVersion } = parseInput(briefSaveSchema, req.body)
      const saved = await stints.saveBrief(stint.id, brief, fromVersion)
      const current = await storedStint(req.params)
      if (saved === 'conflict') throw conflict('The brief', current.stint.version)
      answer(res, stintViewSchema, current)
    })
    .post('/:stintId/log', async (req, res) => {
      const { stintId } = parseInput(params, req.params)
      const { entries, clocks = [] } = parseShape(logBatchSchema, req.body) // each entry is checked by itself
      const { fixed, ...receipt } = await addToLog(all, stintId, entries, clocks, now().toISOString())
      if (fixed) solver.ensureVersion(fixed)
      answer(res, logReceiptSchema, { ...receipt, databaseId: await all.databaseId() })
    })
    .put('/:stintId/debrief', async (req, res) => {
      const { stint } = await storedStint(req.params)
      const { debrief, fromVersion } = parseInput(debriefSaveSchema, req.body)
      const saved = await stints.saveDebrief(stint.id, debrief, fromVersion)
      const current = await storedStint(req.params)
      if (saved === 'conflict') throw conflict('The debrief', current.debrief?.version ?? 0)
      answer(res, stintViewSchema, current)
    })
}
