import type { Problem } from '@ochote/contracts'

/** A problem that is sent to the client as it is. */
export class AppError extends Error {
  readonly problem: Problem

  constructor(problem: Problem) {
    super(problem.detail)
    this.problem = problem
  }
}

const typeOf = (code: Problem['code']) => `urn:ochote:problem:${code}`

export const notFound = (what: string): AppError =>
  new AppError({ code: 'not-found', type: typeOf('not-found'), title: 'Not found', status: 404, detail: `${what} is not here.` })

export const invalidInput = (fields: Extract<Problem, { code: 'invalid-input' }>['fields']): AppError => {
  const [first] = fields
  const detail = first ? `${first.field}: found ${first.found}, expected ${first.expected}. Nothing was saved.` : 'Nothing was saved.'
  return new AppError({ code: 'invalid-input', type: typeOf('invalid-input'), title: 'That cannot be used', status: 400, detail, fields })
}

export const conflict = (what: string, currentVersion: number): AppError =>
  new AppError({
    code: 'conflict',
    type: typeOf('conflict'),
    title: 'Changed meanwhile',
    status: 409,
    currentVersion,
    detail: `${what} was saved by someone else meanwhile (version ${currentVersion}). Your change is kept in this window and was not stored.`,
  })

/** More was asked for at once than the server does. */
export const busy = (detail: string): AppError =>
  new AppError({ code: 'busy', type: typeOf('busy'), title: 'Too much at once', status: 503, detail })

export const unexpected = (requestId: string): Problem => ({
  code: 'unexpected',
  type: typeOf('unexpected'),
  title: 'Something failed here',
  status: 500,
  requestId,
  detail: `The server could not finish this. What was stored before is unchanged. Reference ${requestId}.`,
})
