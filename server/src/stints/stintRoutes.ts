import { randomUUID } from 'node:crypto'
import { Router } from 'express'
import { z } from 'zod'
import {
  beforeDriving,
  briefSaveSchema,
  debriefSaveSchema,
  logBatchSchema,
  logReceiptSchema,
  stintViewSchema,
  type Stint,
  type StintView,
} from '@ochote/contracts'
import { answer } from '../http/answer'
import { conflict, invalidInput, notFound } from '../http/appError'
import { parseInput } from '../http/parseInput'
import { storePlanVersion } from '../plans/storePlanVersion'
import type { Repositories } from '../repositories'

const params = z.object({ stintId: z.uuid() })

/** A device's clock counts as right within this, ms: some of the difference is the time that sending takes. */
const RIGHT_WITHIN_MS = 5_000

/**
 * How far the true time is ahead of a device's clock; 0 where it is right.
 * @param knownMs - the offset the device knows already, which stays while it still holds, so that no lap is timed with two offsets
 */
function clockOffset(sentAt: string | undefined, now: Date, knownMs: number | undefined): number {
  if (sentAt === undefined) return knownMs ?? 0
  const offset = now.getTime() - Date.parse(sentAt)
  if (knownMs !== undefined && Math.abs(offset - knownMs) <= RIGHT_WITHIN_MS) return knownMs
  return Math.abs(offset) <= RIGHT_WITHIN_MS ? 0 : offset
}

/** @param now - the server's clock */
export function stintRoutes(all: Repositories, now: () => Date): Router {
  const { stints, logs } = all
  const storedStint = async (input: unknown): Promise<StintView> => {
    const { stintId } = parseInput(params, input)
    const view = await stints.find(stintId)
    if (!view) throw notFound(`Stint ${stintId}`)
    return view
  }
  /** Ties a stint to the plan as it is with the first entry that counts as driving; later changes to the plan don't touch it. */
  const fixPlanVersion = async (stint: Stint) => {
    if (stint.planVersionId !== null) return
    const plan = await all.plans.find(stint.planId)
    if (!plan) throw new Error(`stint ${stint.id} names plan ${stint.planId}, which is not stored`)
    const stored = await all.planVersions.ofVersion(plan.id, plan.version)
    const version = stored ?? (await storePlanVersion(all, plan, { id: randomUUID(), at: now().toISOString(), by: '' }))
    await stints.setPlanVersion(stint.id, version.id)
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
      if (!saved) throw conflict('The brief', current.stint.version)
      answer(res, stintViewSchema, current)
    })
    .post('/:stintId/log', async (req, res) => {
      const { stint } = await storedStint(req.params)
      const { entries, sentAt } = parseInput(logBatchSchema, req.body)
      const foreign = entries.findIndex((e) => e.stintId !== stint.id)
      if (foreign >= 0) throw invalidInput([{ field: `entries[${foreign}].stintId`, found: entries[foreign]!.stintId, expected: stint.id }])
      const clockOffsetMs = clockOffset(sentAt, now(), entries.find((e) => e.clockOffsetMs !== undefined)?.clockOffsetMs)
      await logs.add(
        entries.map((e) => ({ ...e, clockOffsetMs })),
        now().toISOString(),
      )
      if (entries.some((e) => !beforeDriving.includes(e.kind))) await fixPlanVersion(stint)
      answer(res, logReceiptSchema, { stored: entries.map((e) => e.id), clockOffsetMs })
    })
    .put('/:stintId/debrief', async (req, res) => {
      const { stint } = await storedStint(req.params)
      const { debrief, fromVersion } = parseInput(debriefSaveSchema, req.body)
      const saved = await stints.saveDebrief(stint.id, debrief, fromVersion)
      const current = await storedStint(req.params)
      if (!saved) throw conflict('The debrief', current.debrief?.version ?? 0)
      answer(res, stintViewSchema, current)
    })
}
