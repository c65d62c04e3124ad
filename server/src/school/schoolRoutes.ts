import { Router } from 'express'
import { schoolSaveSchema, schoolSchema } from '@ochote/contracts'
import { answer } from '../http/answer'
import { conflict } from '../http/appError'
import { parseInput } from '../http/parseInput'
import type { SchoolRepository } from './schoolRepository'

export function schoolRoutes(schools: SchoolRepository): Router {
  return Router()
    .get('/', async (_req, res) => {
      answer(res, schoolSchema, await schools.find())
    })
    .put('/', async (req, res) => {
      const { school, fromVersion } = parseInput(schoolSaveSchema, req.body)
      if ((await schools.save(school, fromVersion)) === 'conflict')
        throw conflict('What the school settles', (await schools.find()).version)
      answer(res, schoolSchema, await schools.find())
    })
}
