import { Router } from 'express'
import { z } from 'zod'
import { markerSchemeSaveSchema, markerSchemeSchema } from '@ochote/contracts'
import { answer } from '../http/answer'
import { conflict, notFound } from '../http/appError'
import { archiveRoutes, whichListed } from '../http/archiveRoutes'
import { parseInput } from '../http/parseInput'
import type { MarkerSchemeRepository } from './markerSchemeRepository'

const params = z.object({ schemeId: z.uuid() })

export function markerSchemeRoutes(schemes: MarkerSchemeRepository): Router {
  return Router()
    .get('/', async (req, res) => {
      answer(res, z.array(markerSchemeSchema), await schemes.list(whichListed(req.query)))
    })
    .use(archiveRoutes('Marker scheme', schemes.setArchived))
    .put('/:schemeId', async (req, res) => {
      const { schemeId } = parseInput(params, req.params)
      const { scheme, fromVersion } = parseInput(markerSchemeSaveSchema, req.body)
      const saved = await schemes.save(schemeId, scheme, fromVersion)
      const current = await schemes.find(schemeId)
      if (!current) throw notFound(`Marker scheme ${schemeId}`)
      if (saved === 'conflict') throw conflict(`The marker scheme “${current.name}”`, current.version)
      answer(res, markerSchemeSchema, current)
    })
}
