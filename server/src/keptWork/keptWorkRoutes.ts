import { Router } from 'express'
import {
  keptWorkSchema,
  workQuestionSchema,
  workToKeepSchema,
  type FieldProblem,
  type KeptWork,
  type WorkQuestion,
} from '@ochote/contracts'
import { circuitFromDocument, cornersOf, foundLineProblems, sampleTrack } from '@ochote/core'
import { answer } from '../http/answer'
import { invalidInput, notFound } from '../http/appError'
import { parseInput } from '../http/parseInput'
import type { Repositories } from '../repositories'

/** What is wrong with work that is to be kept: a line beyond its bounds would be driven by whoever asks next. */
function problemsOf(document: unknown, { vehicle, setup }: WorkQuestion, work: KeptWork): FieldProblem[] {
  const circuit = circuitFromDocument(document)
  if (!circuit.ok) return circuit.problem
  const corners = cornersOf(sampleTrack(circuit.value)).length
  return [
    ...((work.line === null) === (setup.lineSchool === 'given')
      ? []
      : [{ field: 'line', found: work.line ? 'a line' : 'none', expected: 'a line unless one is given' }]),
    ...(work.line ? foundLineProblems(circuit.value, vehicle, setup, work.line) : []),
    ...(work.characters.length === corners
      ? []
      : [{ field: 'characters', found: `${work.characters.length}`, expected: `${corners}, one a corner` }]),
  ].map((problem) => ({ ...problem, field: `work.${problem.field}` }))
}

/** What took long once, so that opening a plan again does not wait for it. */
export function keptWorkRoutes({ circuits, keptWork }: Pick<Repositories, 'circuits' | 'keptWork'>, now: () => Date): Router {
  const documentOf = async (circuitId: string) => {
    const circuit = await circuits.find(circuitId)
    if (!circuit) throw notFound(`Circuit ${circuitId}`)
    return circuit.document
  }
  return Router()
    .post('/find', async (req, res) => {
      const question = parseInput(workQuestionSchema, req.body)
      const work = await keptWork.find(await documentOf(question.circuitId), question)
      answer(res, keptWorkSchema.nullable(), work ?? null)
    })
    .put('/', async (req, res) => {
      const { question, work } = parseInput(workToKeepSchema, req.body)
      const document = await documentOf(question.circuitId)
      const problems = problemsOf(document, question, work)
      if (problems.length > 0) throw invalidInput(problems)
      await keptWork.keep(document, question, work, now())
      answer(res, keptWorkSchema, work)
    })
}
