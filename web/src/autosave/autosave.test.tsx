import { act, renderHook, waitFor } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import * as z from 'zod'
import { request } from '../api/request'
import { fakeServer } from '../fixtures/fakeServer'
import { TestProviders } from '../fixtures/render'
import { keptDraft } from './keptDraft'
import { sendUnsent } from './unsent'
import { unsentPaths } from './unsentPaths'
import { useAutosave, type Stored } from './useAutosave'

const noteSchema = z.object({ draft: z.string(), version: z.number() })
const PATH = '/api/note'
const isComplete = (text: string) => text !== ''
const read = (kept: unknown) => z.string().parse(kept)

const open = (stored: Stored<string> = { draft: 'as stored', version: 3 }) =>
  renderHook(
    (now: Stored<string>) =>
      useAutosave({
        ...{ path: PATH, stored: now, read, isComplete, waitMs: 20 },
        put: (draft: string, fromVersion, send) => send(noteSchema, { draft, fromVersion }),
        load: () => request(noteSchema, PATH),
      }),
    { wrapper: ({ children }) => <TestProviders>{children}</TestProviders>, initialProps: stored },
  )
type Sent = { draft: string; fromVersion: number }
const accepts = () => fakeServer(({ body }) => ({ body: { draft: (body as Sent).draft, version: (body as Sent).fromVersion + 1 } }))
/** A slow link: what is sent, and an answer to each that is given when asked to. */
function answersLate() {
  const answers: (() => void)[] = []
  const sent: Sent[] = []
  vi.stubGlobal('fetch', (_path: string, { body }: { body: string }) => {
    const asked = JSON.parse(body) as Sent
    sent.push(asked)
    return new Promise<Response>((resolve) =>
      answers.push(() => resolve(new Response(JSON.stringify({ draft: asked.draft, version: asked.fromVersion + 1 })))),
    )
  })
  return { answers, sent }
}

beforeEach(() => localStorage.clear())
afterEach(() => vi.unstubAllGlobals())

describe('something that saves itself', () => {
  it('takes typing in one field as one step, and saves what stands', async () => {
    const server = accepts()
    const { result } = open()
    for (const text of ['a', 'ab', 'abc']) act(() => result.current.change(text, 'title'))
    act(() => result.current.change('abc!', 'another field'))
    act(() => result.current.undo())
    expect(result.current.draft).toBe('abc')
    await waitFor(() => expect(result.current.saving).toBe('saved'))
    expect(server.asked.map((a) => a.body)).toEqual([{ draft: 'abc', fromVersion: 3 }])
    act(() => result.current.undo())
    expect([result.current.draft, result.current.canUndo]).toEqual(['as stored', false])
  })

  it('takes what is typed after a save as a step of its own, so that undo leaves what was saved', async () => {
    accepts()
    const { result } = open()
    act(() => result.current.change('a good sentence', 'title'))
    await waitFor(() => expect(result.current.saving).toBe('saved'))
    act(() => result.current.change('something hasty', 'title'))
    act(() => result.current.undo())
    expect(result.current.draft).toBe('a good sentence')
  })

  it('is not in conflict with itself when it is changed while it is being saved', async () => {
    const { answers, sent } = answersLate()
    const { result } = open()
    act(() => result.current.change('one'))
    await waitFor(() => expect(sent).toHaveLength(1))
    act(() => result.current.change('two'))
    await new Promise((resolve) => setTimeout(resolve, 60)) // a slow link: the next save waits for the answer
    expect(sent).toHaveLength(1)
    act(() => answers.shift()!())
    await waitFor(() => expect(sent).toHaveLength(2))
    act(() => answers.shift()!())
    await waitFor(() => expect(result.current.saving).toBe('saved'))
    expect(sent.map(({ draft, fromVersion }) => [draft, fromVersion])).toEqual([
      ['one', 3],
      ['two', 4],
    ])
  })

  it('is sent once where its page is left while it is being saved as it stands', async () => {
    const { answers, sent } = answersLate()
    const { result, unmount } = open()
    act(() => result.current.change('one'))
    await waitFor(() => expect(sent).toHaveLength(1))
    window.dispatchEvent(new Event('pagehide'))
    unmount()
    answers.shift()!()
    await new Promise((resolve) => setTimeout(resolve, 60))
    expect([sent.length, unsentPaths()]).toEqual([1, []])
  })

  it('is saved in turn when its page is left while it is being saved', async () => {
    const { answers, sent } = answersLate()
    const { result, unmount } = open()
    act(() => result.current.change('one'))
    await waitFor(() => expect(sent).toHaveLength(1))
    act(() => result.current.change('two'))
    unmount()
    expect(sent).toHaveLength(1)
    answers.shift()!()
    await waitFor(() => expect(sent).toHaveLength(2))
    expect(sent[1]).toEqual({ draft: 'two', fromVersion: 4 })
  })

  describe('whose window closes while it is being saved', () => {
    const close = async () => {
      const { sent } = answersLate()
      const { result } = open()
      act(() => result.current.change('one'))
      await waitFor(() => expect(sent).toHaveLength(1))
      act(() => result.current.change('two'))
      window.dispatchEvent(new Event('pagehide'))
      await waitFor(() => expect(unsentPaths()).toEqual([PATH]))
      expect(sent).toHaveLength(1)
    }

    it('is sent at the next start, first what was under way', async () => {
      await close()
      const server = accepts()
      await sendUnsent()
      expect(server.asked).toEqual([
        { method: 'PUT', path: PATH, body: { draft: 'one', fromVersion: 3 } },
        { method: 'PUT', path: PATH, body: { draft: 'two', fromVersion: 4 } },
      ])
      expect([unsentPaths(), keptDraft(PATH, read)]).toEqual([[], null])
    })

    it('waits for a later start where the server does not answer', async () => {
      await close()
      fakeServer(() => 'no answer')
      await sendUnsent()
      expect(unsentPaths()).toEqual([PATH])
    })

    it('is kept as a draft, and sends nothing over what someone else has saved', async () => {
      await close()
      const body = { code: 'conflict', type: 'about:blank', title: 'Conflict', status: 409, detail: 'Changed', currentVersion: 4 }
      const server = fakeServer(() => ({ status: 409, body }))
      await sendUnsent()
      expect(server.asked).toHaveLength(1)
      expect([unsentPaths(), keptDraft(PATH, read)]).toEqual([[], { draft: 'two', fromVersion: 3 }])
    })
  })

  it('knows what it sent itself just before it was opened again, and undoes to what stood before', async () => {
    const server = accepts()
    const { result, unmount } = open()
    act(() => result.current.change('sent on leaving'))
    unmount() // it goes out now; its answer comes when the page is open again
    const again = open()
    again.rerender({ draft: 'sent on leaving', version: 4 })
    await waitFor(() => expect([again.result.current.saving, again.result.current.version]).toEqual(['saved', 4]))
    await new Promise((resolve) => setTimeout(resolve, 60))
    expect(server.asked).toHaveLength(1)
    act(() => again.result.current.undo())
    expect(again.result.current.draft).toBe('as stored')
  })

  it('is kept on this device where it cannot be stored as it is, and is there again', async () => {
    const server = accepts()
    const { result, unmount } = open()
    act(() => result.current.change(''))
    expect(result.current.saving).toBe('incomplete')
    await new Promise((resolve) => setTimeout(resolve, 60))
    unmount()
    expect(server.asked).toEqual([])
    const again = open()
    expect([again.result.current.draft, again.result.current.saving]).toEqual(['', 'incomplete'])
    act(() => again.result.current.undo())
    expect([again.result.current.draft, again.result.current.saving]).toEqual(['as stored', 'saved'])
    expect(keptDraft(PATH, read)).toBeNull()
  })

  it('is saved on coming back after a link that was down', async () => {
    fakeServer(() => 'no answer')
    const first = open()
    act(() => first.result.current.change('typed in the pit lane'))
    await waitFor(() => expect(first.result.current.saving).toBe('failed'))
    first.unmount()
    const server = accepts()
    const { result } = open()
    expect(result.current.draft).toBe('typed in the pit lane')
    await waitFor(() => expect(result.current.saving).toBe('saved'))
    expect(server.asked.map((a) => a.body)).toEqual([{ draft: 'typed in the pit lane', fromVersion: 3 }])
    expect(keptDraft(PATH, read)).toBeNull()
  })

  it('is kept as it stands when asked to, and says so where the server does not answer', async () => {
    fakeServer(() => 'no answer')
    const { result } = open({ draft: 'suggested', version: 0 })
    act(() => result.current.keep())
    await waitFor(() => expect([result.current.saving, result.current.error !== null]).toEqual(['failed', true]))
    const server = accepts()
    act(() => result.current.keep())
    await waitFor(() => expect([result.current.saving, result.current.version]).toEqual(['saved', 1]))
    expect(server.asked.map((a) => a.body)).toEqual([{ draft: 'suggested', fromVersion: 0 }])
  })

  it('forgets what is kept in a form that no longer fits', () => {
    localStorage.setItem(`ochote.draft.${PATH}`, JSON.stringify({ draft: 7, fromVersion: 3 }))
    expect(open().result.current.draft).toBe('as stored')
    localStorage.setItem(`ochote.draft.${PATH}`, '{half')
    expect(open().result.current.draft).toBe('as stored')
  })

  it('shows what someone else saved while nothing of one’s own waits', async () => {
    accepts()
    const { result, rerender } = open()
    rerender({ draft: 'theirs', version: 4 })
    await waitFor(() => expect([result.current.draft, result.current.version]).toEqual(['theirs', 4]))
    act(() => result.current.change('mine'))
    rerender({ draft: 'theirs again', version: 5 })
    expect(result.current.draft).toBe('mine')
  })
})
