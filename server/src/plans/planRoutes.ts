import { Router } from 'express'
import { z } from 'zod'
import { planSaveSchema, planSchema } from '@ochote/contracts'
import { answer } from '../http/answer'
import { conflict, notFound } from '../http/appError'
import { parseInput } from '../http/parseInput'
import type { PlanRepository } from './planRepository'

const params = z.object({ planId: z.uuid() })

export function planRoutes(plans: PlanRepository): Router {
  const known = async (planId: string) => {
    const plan = await plans.find(planId)
    if (!plan) throw notFound(`Plan ${planId}`)
    return plan
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
      const saved = await plans.save(planId, draft, fromVersion)
      const current = await known(planId)
      if (!saved) throw conflict(`The plan “${current.name}”`, current.version)
      answer(res, planSchema, current)
    })
}
