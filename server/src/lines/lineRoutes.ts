import { Router } from 'express'
import { foundLineSchema, keptLineSchema, lineQuestionSchema } from '@ochote/contracts'
import { answer } from '../http/answer'
import { notFound } from '../http/appError'
import { parseInput } from '../http/parseInput'
import type { Repositories } from '../repositories'

/** Lines that were searched for once, so that opening a plan again does not search. */
export function lineRoutes({ circuits, lines }: Pick<Repositories, 'circuits' | 'lines'>, now: () => Date): Router {
  const documentOf = async (circuitId: string) => {
    const circuit = await circuits.find(circuitId)
    if (!circuit) throw notFound(`Circuit ${circuitId}`)
    return circuit.document
  }
  return Router()
    .post('/find', async (req, res) => {
      const question = parseInput(lineQuestionSchema, req.body)
      const line = await lines.find(await documentOf(question.circuitId), question)
      answer(res, foundLineSchema.nullable(), line ?? null)
    })
    .put('/', async (req, res) => {
      const { question, line } = parseInput(keptLineSchema, req.body)
      await lines.keep(await documentOf(question.circuitId), question, line, now())
      answer(res, foundLineSchema, line)
    })
}
