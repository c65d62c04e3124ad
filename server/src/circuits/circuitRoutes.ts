import { Router } from 'express'
import { z } from 'zod'
import { circuitFromDocument, sampleTrack } from '@ochote/core'
import { circuitImportSchema, circuitSchema, circuitSummarySchema } from '@ochote/contracts'
import { answer } from '../http/answer'
import { invalidInput, notFound } from '../http/appError'
import { parseInput } from '../http/parseInput'
import type { CircuitRepository } from './circuitRepository'

const params = z.object({ circuitId: z.uuid() })

export function circuitRoutes(circuits: CircuitRepository): Router {
  return Router()
    .get('/', async (_req, res) => {
      answer(res, z.array(circuitSummarySchema), await circuits.list())
    })
    .get('/:circuitId', async (req, res) => {
      const { circuitId } = parseInput(params, req.params)
      const circuit = await circuits.find(circuitId)
      if (!circuit) throw notFound(`Circuit ${circuitId}`)
      answer(res, circuitSchema, circuit)
    })
    .post('/', async (req, res) => {
      const { id, document } = parseInput(circuitImportSchema, req.body)
      const read = circuitFromDocument(document)
      if (!read.ok) throw invalidInput(read.problem)
      const { lengthM, closed } = sampleTrack(read.value)
      const summary = { id, name: read.value.name, lengthM, closed }
      await circuits.add(summary, document)
      answer(res, circuitSummarySchema, summary, 201)
    })
}
