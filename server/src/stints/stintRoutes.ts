import { Router } from 'express'
import { z } from 'zod'
import { briefSaveSchema, debriefSaveSchema, logBatchSchema, logReceiptSchema, stintViewSchema, type StintView } from '@ochote/contracts'
import { answer } from '../http/answer'
import { conflict, notFound } from '../http/appError'
import { parseInput, parseShape } from '../http/parseInput'
import { addToLog } from '../log/addToLog'
import type { Repositories } from '../repositories'
import type { Solver } from '../solutions/solver'

const params = z.object({ stintId: z.uuid() })

/** @param now - the server's clock */
export function stintRoutes(all: Repositories, solver: Solver, now: () => Date): Router {
  const { stints } = all
  const storedStint = async (input: unknown): Promise<StintView> => {
    const { stintId } = parseInput(params, input)
    const view = await stints.find(stintId)
    if (!view) throw notFound(`Stint ${stintId}`)
    return view
  }
  return Router()
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
