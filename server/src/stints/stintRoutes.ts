import { randomUUID } from 'node:crypto'
import { Router } from 'express'
import { z } from 'zod'
import {
  briefSaveSchema,
  debriefDraftSchema,
  logBatchSchema,
  logReceiptSchema,
  stintFileSchema,
  type Stint,
  type StintFile,
} from '@ochote/contracts'
import { answer } from '../http/answer'
import { invalidInput, notFound } from '../http/appError'
import { parseInput } from '../http/parseInput'
import { keepVersion } from '../plans/keepVersion'
import type { Repositories } from '../repositories'

const params = z.object({ stintId: z.uuid() })

/** @param now - the server's clock */
export function stintRoutes(all: Repositories, now: () => Date): Router {
  const { stints } = all
  const known = async (input: unknown): Promise<StintFile> => {
    const { stintId } = parseInput(params, input)
    const file = await stints.find(stintId)
    if (!file) throw notFound(`Stint ${stintId}`)
    return file
  }
  /** From the first entry on a stint keeps the plan it is driven on, whatever is changed later. */
  const holdPlan = async (stint: Stint) => {
    if (stint.planVersionId !== null) return
    const plan = await all.plans.find(stint.planId)
    if (!plan) throw new Error(`stint ${stint.id} names plan ${stint.planId}, which is not stored`)
    const kept = await all.planVersions.ofVersion(plan.id, plan.version)
    const version = kept ?? (await keepVersion(all, plan, { id: randomUUID(), at: now().toISOString(), by: '' }))
    await stints.setPlanVersion(stint.id, version.id)
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
      if (entries.length > 0) await holdPlan(stint)
      answer(res, logReceiptSchema, { stored: entries.map((e) => e.id) })
    })
    .put('/:stintId/debrief', async (req, res) => {
      const { stint } = await known(req.params)
      await stints.saveDebrief({ stintId: stint.id, ...parseInput(debriefDraftSchema, req.body) })
      answer(res, stintFileSchema, await known(req.params))
    })
}
