import { Router } from 'express'
import { z } from 'zod'
import { lackingAnswerSchema, lackingSchema, logPageSchema } from '@ochote/contracts'
import { answer } from '../http/answer'
import { parseInput } from '../http/parseInput'
import type { Repositories } from '../repositories'
import type { LogOf } from './logRepository'

const after = z.coerce.number().int().min(0).default(0)
const querySchema = z.union(
  [
    z.strictObject({ dayId: z.uuid(), after }),
    z.strictObject({ stintId: z.uuid(), after }),
    z.strictObject({ studentId: z.uuid(), after }),
  ],
  { error: 'one of dayId, stintId and studentId, and the number of the last entry as after' },
)

/** Log entries stored since a page last asked, and which of a device's entries are not stored. */
export function logRoutes({ logs, databaseId }: Pick<Repositories, 'logs' | 'databaseId'>): Router {
  return Router()
    .get('/', async (req, res) => {
      const { after: last, ...whose } = parseInput(querySchema, req.query)
      answer(res, logPageSchema, await logs.page(whose as LogOf, last))
    })
    .post('/lacking', async (req, res) => {
      const { ids } = parseInput(lackingSchema, req.body)
      answer(res, lackingAnswerSchema, { lacking: await logs.lacking(ids), databaseId: await databaseId() })
    })
}
