import { planDraftSchema, planSchema, type Plan, type PlanSave } from '@ochote/contracts'
import { act, renderHook, waitFor } from '@testing-library/react'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { fakeServer } from '../fixtures/fakeServer'
import { TestProviders } from '../fixtures/render'
import { plan } from '../fixtures/stadium'
import { usePlanDraft } from './usePlanDraft'

afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

const conflict = (currentVersion: number) => ({
  status: 409,
  body: {
    code: 'conflict',
    type: 'about:blank',
    title: 'Saved by someone else',
    status: 409,
    detail: 'Version 4 is stored.',
    currentVersion,
  },
})
const stored = (save: PlanSave): { body: Plan } => ({ body: { ...plan, ...save.draft, version: save.fromVersion + 1 } })
const open = () => renderHook(() => usePlanDraft(plan), { wrapper: ({ children }) => <TestProviders>{children}</TestProviders> })
const named = (name: string) => ({ ...planDraftSchema.parse(plan), name })

describe('a plan being edited', () => {
  it('saves a change without being asked, over the version it was made from, and once', async () => {
    const server = fakeServer(({ body }) => stored(body as PlanSave))
    const { result } = open()
    expect(result.current.saving).toBe('saved')
    act(() => result.current.change(named('Wet plan')))
    expect(result.current.saving).toBe('saving')
    await waitFor(() => expect(result.current.saving).toBe('saved'))
    expect(server.asked).toEqual([
      { method: 'PUT', path: `/api/plans/${plan.id}`, body: { draft: named('Wet plan'), fromVersion: plan.version } },
    ])
    expect(result.current.version).toBe(plan.version + 1)
  })

  it('is saved once also where fields were set in another order than they are stored', async () => {
    vi.useFakeTimers({ shouldAdvanceTime: true })
    const server = fakeServer(({ body }) => ({ body: planSchema.parse(stored(body as PlanSave).body) }))
    const { result } = open()
    const { givenLine, ...setup } = result.current.draft.setup
    act(() => result.current.change({ ...named('By hand'), setup: { ...setup, givenLine } }))
    await waitFor(() => expect(result.current.saving).toBe('saved'))
    await act(() => vi.advanceTimersByTimeAsync(2000)) // longer than changes wait to be saved
    expect(server.asked).toHaveLength(1)
  })

  it('saves what stands after undo', async () => {
    const server = fakeServer(({ body }) => stored(body as PlanSave))
    const { result } = open()
    act(() => result.current.change(named('One')))
    act(() => result.current.change(named('Two')))
    act(() => result.current.undo())
    expect([result.current.draft.name, result.current.canUndo, result.current.canRedo]).toEqual(['One', true, true])
    await waitFor(() => expect(result.current.saving).toBe('saved'))
    expect(server.asked.map((a) => (a.body as PlanSave).draft.name)).toEqual(['One'])
  })

  it('keeps what was typed when no server answers, and saves it on trying again', async () => {
    let away = true
    fakeServer(({ body }) => (away ? 'no answer' : stored(body as PlanSave)))
    const { result } = open()
    act(() => result.current.change(named('Kept')))
    await waitFor(() => expect(result.current.saving).toBe('failed'))
    expect(result.current.draft.name).toBe('Kept')
    away = false
    act(() => result.current.retry())
    await waitFor(() => expect(result.current.saving).toBe('saved'))
    expect(result.current.draft.name).toBe('Kept')
  })

  it('stops at another’s save, and then stores mine over it when asked to', async () => {
    const server = fakeServer(({ body }) => ((body as PlanSave).fromVersion === plan.version ? conflict(4) : stored(body as PlanSave)))
    const { result } = open()
    act(() => result.current.change(named('Mine')))
    await waitFor(() => expect(result.current.conflict?.version).toBe(4))
    expect(result.current.draft.name).toBe('Mine')
    act(() => result.current.conflict!.keepMine())
    await waitFor(() => expect(result.current.saving).toBe('saved'))
    expect(server.asked.filter((a) => a.method === 'PUT')[1]!.body).toMatchObject({ fromVersion: 4, draft: { name: 'Mine' } })
  })

  it('takes theirs when asked to, with nothing left to undo', async () => {
    fakeServer(({ method }) => (method === 'PUT' ? conflict(4) : { body: { ...plan, name: 'Theirs', version: 4 } }))
    const { result } = open()
    act(() => result.current.change(named('Mine')))
    await waitFor(() => expect(result.current.conflict?.version).toBe(4))
    await act(() => result.current.conflict!.takeTheirs())
    await waitFor(() => expect(result.current.draft.name).toBe('Theirs'))
    expect([result.current.version, result.current.canUndo, result.current.conflict]).toEqual([4, false, null])
  })

  it('saves what was changed a moment before leaving', async () => {
    const server = fakeServer(({ body }) => stored(body as PlanSave))
    const { result, unmount } = open()
    act(() => result.current.change(named('Last word')))
    unmount()
    await waitFor(() => expect(server.asked).toHaveLength(1))
    expect((server.asked[0]!.body as PlanSave).draft.name).toBe('Last word')
  })

  it('saves it when the window closes too', async () => {
    const server = fakeServer(({ body }) => stored(body as PlanSave))
    const { result } = open()
    act(() => result.current.change(named('Before closing')))
    act(() => void window.dispatchEvent(new Event('pagehide')))
    await waitFor(() => expect(server.asked).toHaveLength(1))
    expect((server.asked[0]!.body as PlanSave).draft.name).toBe('Before closing')
  })
})
