import { problemSchema, type Problem } from '@ochote/contracts'
import type { z } from 'zod'

/** A problem that the server reported, or the lack of any answer. */
export class ProblemError extends Error {
  readonly problem: Problem

  constructor(problem: Problem) {
    super(problem.detail)
    this.problem = problem
  }
}

interface RequestOptions {
  method?: 'GET' | 'POST' | 'PUT'
  body?: unknown
  signal?: AbortSignal
}

const unreachable = (): ProblemError =>
  new ProblemError({
    code: 'unreachable',
    type: 'about:blank',
    title: 'No answer',
    status: 0,
    detail: 'Ochote’s server did not answer. Nothing on this page is lost. Try again when the server is running.',
  })

/** The longest body, in characters, that browsers still send after a page has closed. */
const KEPT_ALIVE = 30_000

/** The only place that fetches: sends JSON, checks what comes back, throws ProblemError. */
export async function request<S extends z.ZodType>(
  schema: S,
  path: string,
  { method = 'GET', body, signal }: RequestOptions = {},
): Promise<z.infer<S>> {
  const text = body === undefined ? null : JSON.stringify(body)
  const response = await fetch(path, {
    method,
    // a save still goes out while the window closes; browsers limit the size of such requests
    keepalive: text !== null && text.length < KEPT_ALIVE,
    ...(signal ? { signal } : {}),
    ...(text === null ? {} : { headers: { 'content-type': 'application/json' }, body: text }),
  }).catch((error: unknown) => {
    if (error instanceof DOMException && error.name === 'AbortError') throw error
    throw unreachable()
  })
  const payload: unknown = await response.json().catch(() => null)
  if (response.ok) return schema.parse(payload)
  const problem = problemSchema.safeParse(payload)
  throw problem.success ? new ProblemError(problem.data) : unreachable()
}
