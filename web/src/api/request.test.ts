import { afterEach, describe, expect, it, vi } from 'vitest'
import * as z from 'zod'
import { fakeServer } from '../fixtures/fakeServer'
import { ProblemError, request } from './request'

afterEach(() => vi.unstubAllGlobals())
const schema = z.object({ laps: z.number() })
const refusal = (promise: Promise<unknown>) =>
  promise.then(
    () => null,
    (error: unknown) => error,
  )

describe('asking the server', () => {
  it('gives what the schema describes', async () => {
    const { asked } = fakeServer(() => ({ body: { laps: 5, more: 'dropped' } }))
    expect(await request(schema, '/api/x', { method: 'POST', body: { a: 1 } })).toEqual({ laps: 5 })
    expect(asked).toEqual([{ method: 'POST', path: '/api/x', body: { a: 1 } }])
  })

  it('carries the server’s problem with its fields', async () => {
    const fields = [{ field: 'massKg', found: '-3', expected: 'more than 0' }]
    fakeServer(() => ({
      status: 400,
      body: { code: 'invalid-input', type: 't', title: 'Not stored', status: 400, detail: 'massKg', fields },
    }))
    const error = await refusal(request(schema, '/api/x'))
    expect(error).toBeInstanceOf(ProblemError)
    expect((error as ProblemError).problem).toMatchObject({ code: 'invalid-input', fields })
  })

  it.each([
    { what: 'no answer', answer: 'no answer' as const },
    { what: 'an answer that is no problem document', answer: { status: 502, body: '<html>' } },
  ])('calls $what unreachable, and says nothing is lost', async ({ answer }) => {
    fakeServer(() => answer)
    const error = (await refusal(request(schema, '/api/x'))) as ProblemError
    expect(error.problem.code).toBe('unreachable')
    expect(error.message).toContain('Nothing on this page is lost')
  })

  it('refuses an answer of another shape', async () => {
    fakeServer(() => ({ body: { laps: 'five' } }))
    expect(await refusal(request(schema, '/api/x'))).toBeInstanceOf(z.ZodError)
  })

  it('passes a stop on as a stop, not as a problem', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new DOMException('stopped', 'AbortError')))
    expect(await refusal(request(schema, '/api/x'))).toBeInstanceOf(DOMException)
  })
})
