import { Router } from 'express'
import { z } from 'zod'
import { markerSchemeSaveSchema, markerSchemeSchema } from '@ochote/contracts'
import { answer } from '../http/answer'
import { conflict, notFound } from '../http/appError'
import { parseInput } from '../http/parseInput'
import type { MarkerSchemeRepository } from './markerSchemeRepository'

const params = z.object({ schemeId: z.uuid() })

export function markerSchemeRoutes(schemes: MarkerSchemeRepository): Router {
  const find = async (id: string) => (await schemes.list()).find((s) => s.id === id)
  return Router()
    .get('/', async (_req, res) => {
      answer(res, z.array(markerSchemeSchema), await schemes.list())
    })
    .put('/:schemeId', async (req, res) => {
      const { schemeId } = parseInput(params, req.params)
      const { scheme, fromVersion } = parseInput(markerSchemeSaveSchema, req.body)
      const before = await find(schemeId)
      if (!before && fromVersion > 0) throw notFound(`Marker scheme ${schemeId}`)
      if (before && !(await schemes.save(schemeId, scheme, fromVersion))) {
        throw conflict(`The marker scheme “${before.name}”`, before.version)
      }
      if (!before) await schemes.add({ id: schemeId, ...scheme })
      answer(res, markerSchemeSchema, (await find(schemeId))!)
    })
}
