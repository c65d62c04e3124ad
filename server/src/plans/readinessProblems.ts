import type { FieldProblem, Plan } from '@ochote/contracts'
import { circuitFromDocument, applyConeEdits, readiness, solvePlan } from '@ochote/core'
import type { Repositories } from '../repositories'

/** What keeps a plan from being marked ready: found here again, whatever the page that asks has found. */
export async function readinessProblems(
  { circuits, vehicles, markerSchemes, solutions }: Repositories,
  { circuitId, vehicleId, markerSchemeId, setup, firstSession, coneEdits, unsafeAnswers }: Plan,
): Promise<FieldProblem[]> {
  const document = (await circuits.find(circuitId))?.document
  const vehicle = (await vehicles.list()).find((v) => v.id === vehicleId)?.vehicle
  const scheme = (await markerSchemes.list()).find((s) => s.id === markerSchemeId)
  if (!document || !vehicle || !scheme) throw new Error('a plan names a circuit, vehicle or scheme that is not stored')
  const circuit = circuitFromDocument(document)
  if (!circuit.ok) return circuit.problem
  const stored = await solutions.find(document, { circuitId, vehicle, setup })
  // searching for a line would hold up everyone else; whoever opens the plan has it worked out and kept
  if (!stored) return [{ field: 'the plan', found: 'not worked out yet', expected: 'a plan that was opened and has its line' }]
  const solved = solvePlan({ circuit: circuit.value, vehicle, setup, firstSession, coneEdits, stored })
  if (!solved.ok) return solved.problem
  const cones = applyConeEdits(solved.value, coneEdits)
  return readiness({ solution: solved.value, cones, scheme, answers: unsafeAnswers, students: 0, briefed: 0 })
    .filter((item) => item.must && !item.done)
    .map((item) => ({ field: 'the plan', found: item.told, expected: 'nothing unsafe that is not answered' }))
}
