import { Router } from 'express'
import { z } from 'zod'
import { planSaveSchema, planSchema, type PlanDraft } from '@ochote/contracts'
import { answer } from '../http/answer'
import { conflict, invalidInput, notFound } from '../http/appError'
import { parseInput } from '../http/parseInput'
import type { Repositories } from '../repositories'

const params = z.object({ planId: z.uuid() })

export function planRoutes({ plans, vehicles, markerSchemes }: Repositories): Router {
  const known = async (planId: string) => {
    const plan = await plans.find(planId)
    if (!plan) throw notFound(`Plan ${planId}`)
    return plan
  }
  /** What a draft names has to be on the shelf. */
  const onShelf = async ({ vehicleId, markerSchemeId }: PlanDraft) => {
    const missing = [
      ...((await vehicles.list()).some((v) => v.id === vehicleId)
        ? []
        : [{ field: 'draft.vehicleId', found: vehicleId, expected: 'a vehicle on the shelf' }]),
      ...((await markerSchemes.list()).some((s) => s.id === markerSchemeId)
        ? []
        : [{ field: 'draft.markerSchemeId', found: markerSchemeId, expected: 'a marker scheme on the shelf' }]),
    ]
    if (missing.length > 0) throw invalidInput(missing)
  }
  return Router()
    .get('/:planId', async (req, res) => {
      const { planId } = parseInput(params, req.params)
      answer(res, planSchema, await known(planId))
    })
    .put('/:planId', async (req, res) => {
      const { planId } = parseInput(params, req.params)
      const { draft, fromVersion } = parseInput(planSaveSchema, req.body)
      await known(planId)
      await onShelf(draft)
      const saved = await plans.save(planId, draft, fromVersion)
      const current = await known(planId)
      if (!saved) throw conflict(`The plan “${current.name}”`, current.version)
      answer(res, planSchema, current)
    })
}
