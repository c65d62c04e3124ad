import { randomUUID } from 'node:crypto'
import type { ErrorRequestHandler, RequestHandler } from 'express'
import type { Logger } from 'pino'
import type { Problem } from '@ochote/contracts'
import { AppError, invalidInput, notFound, unexpected } from './appError'

/** Errors of the body parser, which carry a status and a type of their own. */
interface BodyError {
  type?: string
  status?: number
  message?: string
}

function problemOf(error: unknown, log: Logger): Problem {
  if (error instanceof AppError) return error.problem
  const { type, message } = error as BodyError
  if (type === 'entity.parse.failed') return invalidInput([{ field: 'the request', found: message ?? 'text', expected: 'JSON' }]).problem
  if (type === 'entity.too.large')
    return {
      ...invalidInput([{ field: 'the request', found: 'more than is read at once', expected: 'a smaller file' }]).problem,
      status: 413,
    }
  const requestId = randomUUID()
  log.error({ err: error, requestId }, 'request failed')
  return unexpected(requestId)
}

/** The one place where an error becomes an answer; mounted last. */
export const problemHandler =
  (log: Logger): ErrorRequestHandler =>
  (error, _req, res, next) => {
    if (res.headersSent) {
      next(error)
      return
    }
    const problem = problemOf(error, log)
    res.status(problem.status).type('application/problem+json').send(JSON.stringify(problem))
  }

/** Answers API paths that don't exist. */
export const unknownPath: RequestHandler = (req) => {
  throw notFound(`${req.method} ${req.path}`)
}
