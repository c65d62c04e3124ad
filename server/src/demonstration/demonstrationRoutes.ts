import { Router } from 'express'
import { demonstrationSchema, demonstrationAddSchema, demonstrationRemovedSchema } from '@ochote/contracts'
import { answer } from '../http/answer'
import { parseInput } from '../http/parseInput'
import type { Repositories } from '../repositories'

/** The demonstration beside a school's own data: added, and removed again. */
export function demonstrationRoutes(all: Repositories): Router {
  return Router()
    .get('/', async (_req, res) => {
      answer(res, demonstrationSchema, { isThere: await all.demonstration.isThere() })
    })
    .post('/', async (req, res) => {
      const { today } = parseInput(demonstrationAddSchema, req.body)
      // its lines are a megabyte, which a school's own Saturday never needs
      const { addDemonstration } = await import('../demo/seed')
      if (!(await all.demonstration.isThere())) await all.transaction((within) => addDemonstration(within, today))
      answer(res, demonstrationSchema, { isThere: true }, 201)
    })
    .delete('/', async (_req, res) => {
      answer(res, demonstrationRemovedSchema, { isThere: false, kept: await all.demonstration.remove() })
    })
}
