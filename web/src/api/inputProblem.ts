import type { FieldProblem } from '@ochote/contracts'
import type { Outcome } from '@ochote/core'
import { ProblemError } from './request'

/** A problem found on this device, in the form the server uses. */
export function refused(title: string, fields: FieldProblem[]): ProblemError {
  const detail = fields.map((p) => `${p.field}: found ${p.found}, expected ${p.expected}`).join('; ')
  return new ProblemError({
    code: 'invalid-input',
    type: 'about:blank',
    title,
    status: 400,
    fields,
    detail: `${detail}. Nothing was saved.`,
  })
}

/** A computation's answer, or its problem thrown with its fields. */
export function accepted<T>(outcome: Outcome<T, FieldProblem[]>, title: string): T {
  if (outcome.ok) return outcome.value
  throw refused(title, outcome.problem)
}
