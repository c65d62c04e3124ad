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

/** A request that the framework refuses before any route sees it, such as a file that is none or an unknown encoding. */
function plainProblem(status: number, message: string): Problem {
  if (status === 404) return notFound('That file').problem
  return { ...invalidInput([{ field: 'the request', found: message, expected: 'a request that can be read' }]).problem, status }
}

function problemOf(error: unknown, log: Logger): Problem {
  if (error instanceof AppError) return error.problem
  const { type, status, message } = error as BodyError
  if (type === 'entity.parse.failed') return invalidInput([{ field: 'the request', found: message ?? 'text', expected: 'JSON' }]).problem
  if (type === 'entity.too.large')
    return {
      ...invalidInput([{ field: 'the request', found: 'more than is read at once', expected: 'a smaller file' }]).problem,
      status: 413,
    }
  if (status !== undefined && status >= 400 && status < 500) return plainProblem(status, message ?? '')
  if (error instanceof RangeError && /call stack/.test(error.message))
    return invalidInput([{ field: 'the request', found: 'lists in lists without end', expected: 'a few levels' }]).problem
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
