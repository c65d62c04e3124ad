import { Router } from 'express'
import { z } from 'zod'
import { briefSaveSchema, debriefDraftSchema, logBatchSchema, logReceiptSchema, stintFileSchema, type StintFile } from '@ochote/contracts'
import { answer } from '../http/answer'
import { invalidInput, notFound } from '../http/appError'
import { parseInput } from '../http/parseInput'
import type { StintRepository } from './stintRepository'

const params = z.object({ stintId: z.uuid() })

/** @param now - the server's clock */
export function stintRoutes(stints: StintRepository, now: () => Date): Router {
  const known = async (input: unknown): Promise<StintFile> => {
    const { stintId } = parseInput(params, input)
    const file = await stints.find(stintId)
    if (!file) throw notFound(`Stint ${stintId}`)
    return file
  }
  return Router()
    .get('/:stintId', async (req, res) => {
      answer(res, stintFileSchema, await known(req.params))
    })
    .put('/:stintId/brief', async (req, res) => {
      const { stint } = await known(req.params)
      await stints.saveBrief(stint.id, parseInput(briefSaveSchema, req.body))
      answer(res, stintFileSchema, await known(req.params))
    })
    .post('/:stintId/log', async (req, res) => {
      const { stint } = await known(req.params)
      const { entries } = parseInput(logBatchSchema, req.body)
      const strange = entries.findIndex((e) => e.stintId !== stint.id)
      if (strange >= 0) throw invalidInput([{ field: `entries[${strange}].stintId`, found: entries[strange]!.stintId, expected: stint.id }])
      await stints.addEntries(entries, now().toISOString())
      answer(res, logReceiptSchema, { stored: entries.map((e) => e.id) })
    })
    .put('/:stintId/debrief', async (req, res) => {
      const { stint } = await known(req.params)
      await stints.saveDebrief({ stintId: stint.id, ...parseInput(debriefDraftSchema, req.body) })
      answer(res, stintFileSchema, await known(req.params))
    })
}
