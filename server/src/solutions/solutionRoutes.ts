import { Router } from 'express'
import { solutionAnswerSchema, solutionQuestionSchema } from '@ochote/contracts'
import { answer } from '../http/answer'
import { notFound } from '../http/appError'
import { parseInput } from '../http/parseInput'
import type { Repositories } from '../repositories'
import type { Solver } from './solver'

/** Solutions as the server computed them. None is taken from a browser. */
export function solutionRoutes({ circuits, planVersions }: Pick<Repositories, 'circuits' | 'planVersions'>, solver: Solver): Router {
  return Router().post('/find', async (req, res) => {
    const { planVersionId, ...key } = parseInput(solutionQuestionSchema, req.body)
    if (planVersionId !== undefined) {
      const version = await planVersions.find(planVersionId)
      if (!version) throw notFound(`Plan version ${planVersionId}`)
      answer(res, solutionAnswerSchema, await solver.ofVersion(version, key.vehicle))
      return
    }
    const circuit = await circuits.find(key.circuitId)
    if (!circuit) throw notFound(`Circuit ${key.circuitId}`)
    answer(res, solutionAnswerSchema, await solver.find(circuit.document, key))
  })
}
