import { hashKey, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useReducer, useRef, useState } from 'react'
import { planDraftSchema, planSchema, type DayView, type Plan, type PlanDraft } from '@ochote/contracts'
import { dayQuery } from '../api/queries'
import { ProblemError, request } from '../api/request'
import { history as historyReducer, startHistory, type History, type HistoryAction } from '../undo/history'

const SAVE_AFTER_MS = 600

const draftOf = (plan: Plan): PlanDraft => planDraftSchema.parse(plan)
/** Told apart by what they hold, in whatever order their fields were set. */
const same = (a: PlanDraft, b: PlanDraft) => hashKey([a]) === hashKey([b])

const planHistory = (state: History<PlanDraft>, action: HistoryAction<PlanDraft>) => historyReducer(state, action)

export interface PlanDraftState {
  draft: PlanDraft
  change: (draft: PlanDraft) => void
  undo: () => void
  redo: () => void
  canUndo: boolean
  canRedo: boolean
  saving: 'saved' | 'saving' | 'failed'
  version: number
  error: unknown
  retry: () => void
  /** another save came first: the version that is stored now, and what it holds once that is here */
  conflict: { version: number; theirs: PlanDraft | null } | null
  keepMine: () => void
  takeTheirs: () => void
}

/** A plan as it is edited: every change can be undone and is saved by itself, over the version it was made from. */
export function usePlanDraft(plan: Plan): PlanDraftState {
  const client = useQueryClient()
  const [history, dispatch] = useReducer(planHistory, plan, (p) => startHistory(draftOf(p)))
  const [saved, setSaved] = useState(() => ({ draft: draftOf(plan), version: plan.version }))
  const { present } = history
  const put = useMutation({
    mutationFn: (save: { draft: PlanDraft; fromVersion: number }) =>
      request(planSchema, `/api/plans/${plan.id}`, { method: 'PUT', body: save }),
    onSuccess: (stored) => {
      setSaved({ draft: draftOf(stored), version: stored.version })
      client.setQueryData<DayView>(
        dayQuery(stored.dayId).queryKey,
        (day) => day && { ...day, plans: day.plans.map((p) => (p.id === stored.id ? stored : p)) },
      )
    },
  })
  const { mutate, isPending, error, reset } = put
  const problem = error instanceof ProblemError ? error.problem : null
  const conflict = problem?.code === 'conflict' ? problem.currentVersion : null
  const theirs = useQuery({
    queryKey: ['plans', plan.id, conflict],
    queryFn: ({ signal }) => request(planSchema, `/api/plans/${plan.id}`, { signal }),
    enabled: conflict !== null,
  })
  const dirty = !same(present, saved.draft)
  useEffect(() => {
    if (!dirty || isPending || error) return
    const timer = setTimeout(() => mutate({ draft: present, fromVersion: saved.version }), SAVE_AFTER_MS)
    return () => clearTimeout(timer)
  }, [dirty, isPending, error, present, saved.version, mutate])
  // leaving within the moment before saving still saves
  const pending = useRef<(() => void) | null>(null)
  useEffect(() => {
    pending.current = dirty && !error ? () => mutate({ draft: present, fromVersion: saved.version }) : null
  })
  useEffect(() => {
    const save = () => pending.current?.()
    window.addEventListener('pagehide', save)
    return () => {
      window.removeEventListener('pagehide', save)
      save()
    }
  }, [])
  const change = useCallback(
    (draft: PlanDraft) => {
      if (problem?.code !== 'conflict') reset()
      dispatch({ type: 'change', to: draft })
    },
    [reset, problem?.code],
  )
  return {
    draft: present,
    change,
    undo: () => dispatch({ type: 'undo' }),
    redo: () => dispatch({ type: 'redo' }),
    canUndo: history.past.length > 0,
    canRedo: history.future.length > 0,
    saving: error ? 'failed' : dirty || isPending ? 'saving' : 'saved',
    version: saved.version,
    error: conflict === null ? error : null,
    retry: reset,
    conflict: conflict === null ? null : { version: conflict, theirs: theirs.data ? draftOf(theirs.data) : null },
    keepMine: () => {
      if (conflict !== null) mutate({ draft: present, fromVersion: conflict })
    },
    takeTheirs: () => {
      void request(planSchema, `/api/plans/${plan.id}`).then((stored) => {
        setSaved({ draft: draftOf(stored), version: stored.version })
        dispatch({ type: 'replace', to: draftOf(stored) })
        reset()
      })
    },
  }
}
