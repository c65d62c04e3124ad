import { Router } from 'express'
import { z } from 'zod'
import { circuitImportSchema, circuitSaveSchema, circuitSchema, circuitSummarySchema, type CircuitSummary } from '@ochote/contracts'
import { answer } from '../http/answer'
import { conflict, invalidInput, notFound } from '../http/appError'
import { archiveRoutes, whichListed } from '../http/archiveRoutes'
import { parseInput } from '../http/parseInput'
import type { ComputePool } from '../solutions/computePool'
import type { CircuitRepository } from './circuitRepository'

const params = z.object({ circuitId: z.uuid() })

export function circuitRoutes(circuits: CircuitRepository, pool: ComputePool): Router {
  /** What is listed of a circuit; throws a problem where its document is refused. */
  const summaryOf = async (id: string, document: unknown): Promise<CircuitSummary> => {
    const read = await pool.run('summary', document)
    if (!read.ok) throw invalidInput(read.problem)
    return { id, ...read.value }
  }
  return Router()
    .get('/', async (req, res) => {
      answer(res, z.array(circuitSummarySchema), await circuits.list(whichListed(req.query)))
    })
    .use(archiveRoutes('Circuit', circuits.setArchived))
    .get('/:circuitId', async (req, res) => {
      const { circuitId } = parseInput(params, req.params)
      const circuit = await circuits.find(circuitId)
      if (!circuit) throw notFound(`Circuit ${circuitId}`)
      answer(res, circuitSchema, circuit)
    })
    .post('/', async (req, res) => {
      const { id, document } = parseInput(circuitImportSchema, req.body)
      const summary = await summaryOf(id, document)
      if ((await circuits.add(summary, document)) === 'conflict') throw conflict(`The circuit “${summary.name}”`, 1)
      answer(res, circuitSummarySchema, summary, 201)
    })
    .put('/:circuitId', async (req, res) => {
      const { circuitId } = parseInput(params, req.params)
      const { document, fromVersion } = parseInput(circuitSaveSchema, req.body)
      const before = await circuits.find(circuitId)
      if (!before) throw notFound(`Circuit ${circuitId}`)
      const saved = await circuits.save(await summaryOf(circuitId, document), document, fromVersion)
      const current = (await circuits.find(circuitId)) ?? before
      if (saved === 'conflict') throw conflict(`The circuit “${current.name}”`, current.version)
      answer(res, circuitSchema, current)
    })
}
