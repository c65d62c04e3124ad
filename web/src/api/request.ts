import { fieldProblems, INTERFACE_HEADER, problemSchema, type Problem } from '@ochote/contracts'
import type { z } from 'zod'
import { noteAnswer } from './answerAge'
import { noteInterface } from './interfaceVersion'
import { noteLocked } from './locked'

/** A problem that the server reported, or the lack of any answer. */
export class ProblemError extends Error {
  readonly problem: Problem

  constructor(problem: Problem) {
    super(problem.detail)
    this.problem = problem
  }
}

interface RequestOptions {
  method?: 'GET' | 'POST' | 'PUT' | 'DELETE'
  body?: unknown
  signal?: AbortSignal
  /** how long to wait for the answer, ms */
  withinMs?: number
}

/** Nothing came back. */
export const unreachable = (): ProblemError =>
  new ProblemError({
    code: 'unreachable',
    type: 'about:blank',
    title: 'No answer',
    status: 0,
    detail: 'Ochote’s server did not answer. Nothing on this page is lost. Try again when the server is running.',
  })

/** What came back does not fit this page. */
export function unreadable(path: string, error: z.ZodError, payload: unknown): ProblemError {
  const { field, found, expected } = fieldProblems(error, payload)[0]!
  return new ProblemError({
    code: 'unreadable',
    type: 'about:blank',
    title: 'The answer can’t be read',
    status: 0,
    detail: `The server’s answer to ${path} does not fit this page: ${field}: found ${found}, expected ${expected}. Reload the page: Ochote may have been updated. Nothing that you entered is lost.`,
  })
}

/** A link that takes longer than this is as good as down, ms. */
const ANSWER_WITHIN_MS = 30_000
/** A browser still sends this many bytes in all after a page has closed (Fetch standard: 64 KiB for all requests together). */
const KEPT_ALIVE_BYTES = 60_000
/** Bodies below this are not what a browser refuses. */
const SURELY_SENT_BYTES = 8_000
let keptAliveBytes = 0

/** Fetches once, and gives up after a time or when the caller does. */
async function fetchWithin(path: string, init: RequestInit, withinMs: number, signal: AbortSignal | undefined): Promise<Response> {
  const giveUp = new AbortController()
  const stop = () => giveUp.abort()
  const timer = setTimeout(stop, withinMs)
  signal?.addEventListener('abort', stop)
  try {
    return await fetch(path, { ...init, signal: giveUp.signal })
  } finally {
    clearTimeout(timer)
    signal?.removeEventListener('abort', stop)
  }
}

/** Sends, so that a save still goes out while the window closes, as far as browsers allow. */
async function send(path: string, init: RequestInit, bytes: number, withinMs: number, signal?: AbortSignal): Promise<Response> {
  if (bytes === 0 || keptAliveBytes + bytes > KEPT_ALIVE_BYTES) return fetchWithin(path, init, withinMs, signal)
  keptAliveBytes += bytes
  try {
    return await fetchWithin(path, { ...init, keepalive: true }, withinMs, signal)
  } catch (error) {
    // other pages share the same allowance, which no page can see
    if (error instanceof TypeError && bytes > SURELY_SENT_BYTES) return await fetchWithin(path, init, withinMs, signal)
    throw error
  } finally {
    keptAliveBytes -= bytes
  }
}

/** The only place that fetches: sends JSON, checks what comes back, throws ProblemError. */
export async function request<S extends z.ZodType>(
  schema: S,
  path: string,
  { method = 'GET', body, signal, withinMs = ANSWER_WITHIN_MS }: RequestOptions = {},
): Promise<z.infer<S>> {
  const text = body === undefined ? null : JSON.stringify(body)
  const init = { method, ...(text === null ? {} : { headers: { 'content-type': 'application/json' }, body: text }) }
  const bytes = text === null ? 0 : new TextEncoder().encode(text).length
  const response = await send(path, init, bytes, withinMs, signal).catch((error: unknown) => {
    if (signal?.aborted) throw error
    throw unreachable()
  })
  noteInterface(response.headers.get(INTERFACE_HEADER))
  const isKept = response.headers.has('x-ochote-kept')
  if (method === 'GET') noteAnswer(path, isKept ? new Date(response.headers.get('date') ?? 0).toISOString() : null)
  const payload: unknown = await response.json().catch(() => null)
  if (response.ok) {
    const read = schema.safeParse(payload)
    if (read.success) return read.data
    throw unreadable(path, read.error, payload)
  }
  const problem = problemSchema.safeParse(payload)
  if (problem.data?.code === 'locked') noteLocked()
  throw problem.success ? new ProblemError(problem.data) : unreachable()
}

/** Fetches bytes, such as a recording’s columns; throws ProblemError. */
export async function requestBytes(path: string, signal: AbortSignal): Promise<ArrayBuffer> {
  const response = await send(path, { method: 'GET' }, 0, ANSWER_WITHIN_MS, signal).catch((error: unknown) => {
    if (signal.aborted) throw error
    throw unreachable()
  })
  if (response.ok) return response.arrayBuffer()
  const problem = problemSchema.safeParse(await response.json().catch(() => null))
  throw problem.success ? new ProblemError(problem.data) : unreachable()
}
