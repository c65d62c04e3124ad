import { randomUUID } from 'node:crypto'
import { Router } from 'express'
import { z } from 'zod'
import {
  beforeDriving,
  briefSaveSchema,
  debriefDraftSchema,
  logBatchSchema,
  logReceiptSchema,
  stintViewSchema,
  type Stint,
  type StintView,
} from '@ochote/contracts'
import { answer } from '../http/answer'
import { invalidInput, notFound } from '../http/appError'
import { parseInput } from '../http/parseInput'
import { storePlanVersion } from '../plans/storePlanVersion'
import type { Repositories } from '../repositories'

const params = z.object({ stintId: z.uuid() })

/** A device's clock is taken as right within this: sending takes some of it, and lap times are not to be touched, ms. */
const RIGHT_WITHIN_MS = 5_000

/**
 * How far the true time is ahead of a device's clock; 0 where it is right.
 * @param told - what the device already knows of it: kept while it still holds, so that no lap is timed by two different offsets
 */
function clockOffset(sentAt: string | undefined, now: Date, told: number | undefined): number {
  if (sentAt === undefined) return told ?? 0
  const offset = now.getTime() - Date.parse(sentAt)
  if (told !== undefined && Math.abs(offset - told) <= RIGHT_WITHIN_MS) return told
  return Math.abs(offset) <= RIGHT_WITHIN_MS ? 0 : offset
}

/** @param now - the server's clock */
export function stintRoutes(all: Repositories, now: () => Date): Router {
  const { stints } = all
  const known = async (input: unknown): Promise<StintView> => {
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
    const version = kept ?? (await storePlanVersion(all, plan, { id: randomUUID(), at: now().toISOString(), by: '' }))
    await stints.setPlanVersion(stint.id, version.id)
  }
  return Router()
    .get('/:stintId', async (req, res) => {
      answer(res, stintViewSchema, await known(req.params))
    })
    .put('/:stintId/brief', async (req, res) => {
      const { stint } = await known(req.params)
      await stints.saveBrief(stint.id, parseInput(briefSaveSchema, req.body))
      answer(res, stintViewSchema, await known(req.params))
    })
    .post('/:stintId/log', async (req, res) => {
      const { stint } = await known(req.params)
      const { entries, sentAt } = parseInput(logBatchSchema, req.body)
      const strange = entries.findIndex((e) => e.stintId !== stint.id)
      if (strange >= 0) throw invalidInput([{ field: `entries[${strange}].stintId`, found: entries[strange]!.stintId, expected: stint.id }])
      const clockOffsetMs = clockOffset(sentAt, now(), entries.find((e) => e.clockOffsetMs !== undefined)?.clockOffsetMs)
      await stints.addEntries(
        entries.map((e) => ({ ...e, clockOffsetMs })),
        now().toISOString(),
      )
      if (entries.some((e) => !beforeDriving.includes(e.kind))) await holdPlan(stint)
      answer(res, logReceiptSchema, { stored: entries.map((e) => e.id), clockOffsetMs })
    })
    .put('/:stintId/debrief', async (req, res) => {
      const { stint } = await known(req.params)
      await stints.saveDebrief({ stintId: stint.id, ...parseInput(debriefDraftSchema, req.body) })
      answer(res, stintViewSchema, await known(req.params))
    })
}
