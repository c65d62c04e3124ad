import { Router } from 'express'
import { z } from 'zod'
import { markReadySchema, planAddSchema, planSaveSchema, planSchema, planVersionSchema, type PlanDraft } from '@ochote/contracts'
import { answer } from '../http/answer'
import { conflict, invalidInput, notFound } from '../http/appError'
import { archiveRoutes } from '../http/archiveRoutes'
import { parseInput } from '../http/parseInput'
import type { Repositories } from '../repositories'
import type { ComputePool } from '../solutions/computePool'
import type { Solver } from '../solutions/solver'
import { storePlanVersion } from './storePlanVersion'
import { readinessProblems } from './readinessProblems'

const params = z.object({ planId: z.uuid() })

export function planRoutes(all: Repositories, pool: ComputePool, solver: Solver, now: () => Date): Router {
  const { plans, vehicleTypes, markerSchemes } = all
  const storedPlan = async (planId: string) => {
    const plan = await plans.find(planId)
    if (!plan) throw notFound(`Plan ${planId}`)
    return plan
  }
  /** Throws unless everything that a draft names is stored. */
  const checkNames = async ({ vehicleTypeId, markerSchemeId }: PlanDraft) => {
    const missing = [
      ...((await vehicleTypes.find(vehicleTypeId))
        ? []
        : [{ field: 'draft.vehicleTypeId', found: vehicleTypeId, expected: 'a vehicle type in the library' }]),
      ...((await markerSchemes.find(markerSchemeId))
        ? []
        : [{ field: 'draft.markerSchemeId', found: markerSchemeId, expected: 'a marker scheme in the library' }]),
    ]
    if (missing.length > 0) throw invalidInput(missing)
  }
  /** Throws where a stint is driven on a plan: it would lose its cones. */
  const mayArchive = async (planId: string) => {
    const { dayId, name } = await storedPlan(planId)
    const driving = (await all.stints.listForDay(dayId)).filter(({ stint }) => stint.planId === planId).length
    if (driving > 0)
      throw invalidInput([
        { field: name, found: driving === 1 ? 'a stint on it' : `${driving} stints on it`, expected: 'a plan that no stint drives' },
      ])
  }
  return Router()
    .get('/:planId', async (req, res) => {
      const { planId } = parseInput(params, req.params)
      answer(res, planSchema, await storedPlan(planId))
    })
    .use(archiveRoutes('Plan', plans.setArchived, mayArchive))
    .post('/', async (req, res) => {
      const { id, dayId, draft } = parseInput(planAddSchema, req.body)
      const day = await all.days.find(dayId)
      if (!day) throw notFound(`Day ${dayId}`)
      await checkNames(draft)
      const added = await plans.add({ ...draft, id, dayId, circuitId: day.circuitId, version: 1, ready: null })
      if (added === 'conflict') throw conflict(`The plan “${draft.name}”`, (await storedPlan(id)).version)
      const stored = await storedPlan(id)
      solver.ensurePlan(stored)
      answer(res, planSchema, stored, 201)
    })
    .put('/:planId', async (req, res) => {
      const { planId } = parseInput(params, req.params)
      const { draft, fromVersion } = parseInput(planSaveSchema, req.body)
      await storedPlan(planId)
      await checkNames(draft)
      const saved = await plans.save(planId, draft, fromVersion)
      const current = await storedPlan(planId)
      if (saved === 'conflict') throw conflict(`The plan “${current.name}”`, current.version)
      solver.ensurePlan(current)
      answer(res, planSchema, current)
    })
    .get('/:planId/versions/:versionId', async (req, res) => {
      const { planId, versionId } = parseInput(params.extend({ versionId: z.uuid() }), req.params)
      const version = await all.planVersions.find(versionId)
      if (!version || version.planId !== planId) throw notFound(`Version ${versionId} of plan ${planId}`)
      answer(res, planVersionSchema, version)
    })
    .post('/:planId/versions', async (req, res) => {
      const { planId } = parseInput(params, req.params)
      const { id, by, fromVersion } = parseInput(markReadySchema, req.body)
      const plan = await storedPlan(planId)
      if (plan.version !== fromVersion) throw conflict(`The plan “${plan.name}”`, plan.version)
      solver.ensurePlan(plan)
      const problems = await readinessProblems(all, pool, solver, plan)
      if (problems.length > 0) throw invalidInput(problems)
      solver.ensureVersion(await storePlanVersion(all, plan, { id, at: now().toISOString(), by }))
      answer(res, planSchema, await storedPlan(planId), 201)
    })
}
