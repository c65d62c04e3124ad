import { Router } from 'express'
import {
  solutionKeySchema,
  solutionToStoreSchema,
  storedSolutionSchema,
  type FieldProblem,
  type SolutionKey,
  type StoredSolution,
} from '@ochote/contracts'
import { circuitFromDocument, cornersOf, foundLineProblems, sampleTrack } from '@ochote/core'
import { answer } from '../http/answer'
import { invalidInput, notFound } from '../http/appError'
import { parseInput } from '../http/parseInput'
import type { Repositories } from '../repositories'

/** Problems of a solution that a client sends. A line outside its bounds is refused: the next person to open the plan would drive it. */
function problemsOf(document: unknown, { vehicle, setup }: SolutionKey, solution: StoredSolution): FieldProblem[] {
  const circuit = circuitFromDocument(document)
  if (!circuit.ok) return circuit.problem
  const corners = cornersOf(sampleTrack(circuit.value)).length
  return [
    ...((solution.line === null) === (setup.lineSchool === 'given')
      ? []
      : [{ field: 'line', found: solution.line ? 'a line' : 'none', expected: 'a line unless one is given' }]),
    ...(solution.line ? foundLineProblems(circuit.value, vehicle, setup, solution.line) : []),
    ...(solution.priorities.length === corners
      ? []
      : [{ field: 'priorities', found: `${solution.priorities.length}`, expected: `${corners}, one for each corner` }]),
  ].map((problem) => ({ ...problem, field: `solution.${problem.field}` }))
}

/** Stored solutions, so that a plan opens again without a new search. */
export function solutionRoutes({ circuits, solutions }: Pick<Repositories, 'circuits' | 'solutions'>, now: () => Date): Router {
  const documentOf = async (circuitId: string) => {
    const circuit = await circuits.find(circuitId)
    if (!circuit) throw notFound(`Circuit ${circuitId}`)
    return circuit.document
  }
  return Router()
    .post('/find', async (req, res) => {
      const key = parseInput(solutionKeySchema, req.body)
      const solution = await solutions.find(await documentOf(key.circuitId), key)
      answer(res, storedSolutionSchema.nullable(), solution ?? null)
    })
    .put('/', async (req, res) => {
      const { key, solution } = parseInput(solutionToStoreSchema, req.body)
      const document = await documentOf(key.circuitId)
      const problems = problemsOf(document, key, solution)
      if (problems.length > 0) throw invalidInput(problems)
      await solutions.store(document, key, solution, now())
      answer(res, storedSolutionSchema, solution)
    })
}
