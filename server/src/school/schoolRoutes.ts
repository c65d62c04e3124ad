import { Router } from 'express'
import { z } from 'zod'
import { MOST_RECORD_DAYS, RECORD_DAYS, schoolRecordSchema, schoolSaveSchema, schoolSchema } from '@ochote/contracts'
import { answer } from '../http/answer'
import { conflict } from '../http/appError'
import { asStored } from '../http/asStored'
import { parseInput } from '../http/parseInput'
import type { Repositories } from '../repositories'
import { readSchoolRecord } from './readSchoolRecord'

const asked = z.object({ days: z.coerce.number().int().min(1).max(MOST_RECORD_DAYS).default(RECORD_DAYS) })

export function schoolRoutes(all: Repositories): Router {
  const { schools } = all
  return Router()
    .get('/', async (_req, res) => {
      answer(res, schoolSchema, await schools.find())
    })
    .get('/record', async (req, res) => {
      answer(res, schoolRecordSchema, await readSchoolRecord(all, parseInput(asked, req.query).days))
    })
    .put('/', async (req, res) => {
      const { school, fromVersion } = parseInput(schoolSaveSchema, req.body)
      const { school: sent } = req.body as { school: unknown }
      if ((await schools.save(asStored(school, sent, await schools.find()), fromVersion)) === 'conflict')
        throw conflict('What the school settles', (await schools.find()).version)
      answer(res, schoolSchema, await schools.find())
    })
}
