import { afterEach, describe, expect, it, vi } from 'vitest'
import * as z from 'zod'
import { INTERFACE_VERSION } from '@ochote/contracts'
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

  it('names the field of an answer that does not fit the page, in no validator’s words', async () => {
    fakeServer(() => ({ body: { laps: 'five' } }))
    const error = (await refusal(request(schema, '/api/x'))) as ProblemError
    expect(error.problem.code).toBe('unreadable')
    expect(error.message).toContain('laps: found "five", expected a number')
    expect(error.message).toContain('Reload the page')
  })

  it('passes a stop on as a stop, not as a problem', async () => {
    const stop = new AbortController()
    vi.stubGlobal('fetch', (_path: string, { signal }: RequestInit) => {
      return new Promise((_, reject) => signal!.addEventListener('abort', () => reject(new DOMException('stopped', 'AbortError'))))
    })
    const asked = refusal(request(schema, '/api/x', { signal: stop.signal }))
    stop.abort()
    expect(await asked).toBeInstanceOf(DOMException)
  })

  it('gives up on a server that does not answer in time', async () => {
    vi.stubGlobal('fetch', (_path: string, { signal }: RequestInit) => {
      return new Promise((_, reject) => signal!.addEventListener('abort', () => reject(new DOMException('late', 'AbortError'))))
    })
    const error = (await refusal(request(schema, '/api/x', { withinMs: 10 }))) as ProblemError
    expect(error.problem.code).toBe('unreachable')
  })

  it('counts bytes, not characters, for what a browser sends after a page has closed, over all requests under way', async () => {
    const alive: (boolean | undefined)[] = []
    const waiting: (() => void)[] = []
    vi.stubGlobal('fetch', (_path: string, { keepalive }: RequestInit) => {
      alive.push(keepalive)
      return new Promise((resolve) => waiting.push(() => resolve(new Response('{"laps":1}'))))
    })
    const save = (body: string) => request(schema, '/api/x', { method: 'PUT', body })
    const saves = [save('記'.repeat(22_000)), save('a'.repeat(29_000)), save('a'.repeat(29_000)), save('a'.repeat(29_000))]
    waiting.forEach((answer) => answer())
    await Promise.all(saves)
    expect(alive).toEqual([undefined, true, true, undefined])
    const after = save('a'.repeat(29_000))
    waiting.at(-1)!()
    await after
    expect(alive.at(-1)).toBe(true)
  })

  it('sends a large save again without that where the browser refuses it', async () => {
    const alive: (boolean | undefined)[] = []
    vi.stubGlobal('fetch', (_path: string, { keepalive }: RequestInit) => {
      alive.push(keepalive)
      return keepalive ? Promise.reject(new TypeError('Failed to fetch')) : Promise.resolve(new Response('{"laps":1}'))
    })
    expect(await request(schema, '/api/x', { method: 'PUT', body: 'a'.repeat(29_000) })).toEqual({ laps: 1 })
    expect(alive).toEqual([true, undefined])
  })

  it('knows a server of another version, and answers that the device kept', async () => {
    const { oldestAnswer } = await import('./answerAge')
    const { otherVersion } = await import('./interfaceVersion')
    const answer = (headers: Record<string, string>) =>
      vi.stubGlobal('fetch', () => Promise.resolve(new Response('{"laps":1}', { headers })))
    answer({ 'ochote-interface': '999', 'x-ochote-kept': '1', date: 'Sat, 17 Oct 2026 10:42:00 GMT' })
    await request(schema, '/api/x')
    expect([otherVersion.snapshot(), oldestAnswer.snapshot()]).toEqual([true, '2026-10-17T10:42:00.000Z'])
    answer({ 'ochote-interface': String(INTERFACE_VERSION) })
    await request(schema, '/api/x')
    expect([otherVersion.snapshot(), oldestAnswer.snapshot()]).toEqual([false, null])
  })
})
