import { hashKey, useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useReducer, useRef, useState } from 'react'
import { planDraftSchema, planSchema, type DayView, type Plan, type PlanDraft } from '@ochote/contracts'
import { dayQuery } from '../api/queries'
import { request } from '../api/request'
import { useVersionedSave } from '../api/useVersionedSave'
import { history as historyReducer, startHistory, type History, type HistoryAction } from '../undo/history'

const SAVE_AFTER_MS = 600

const draftOf = (plan: Plan): PlanDraft => planDraftSchema.parse(plan)
/** Whether two drafts hold the same, even if their fields were set in another order. */
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
  error: Error | null
  retry: () => void
  /** another save came first; `theirs` is null while it loads */
  conflict: { version: number; theirs: PlanDraft | null; keepMine: () => void; takeTheirs: () => Promise<void> } | null
}

/** A plan while it is edited: every change can be undone, and is saved automatically over the version it was made from. */
export function usePlanDraft(plan: Plan): PlanDraftState {
  const client = useQueryClient()
  const [history, dispatch] = useReducer(planHistory, plan, (p) => startHistory(draftOf(p)))
  const [saved, setSaved] = useState(() => ({ draft: draftOf(plan), version: plan.version }))
  const { present } = history
  const { save, saving, error, reset, conflict } = useVersionedSave({
    version: saved.version,
    put: (draft: PlanDraft, fromVersion) => request(planSchema, `/api/plans/${plan.id}`, { method: 'PUT', body: { draft, fromVersion } }),
    onSaved: (stored) => {
      setSaved({ draft: draftOf(stored), version: stored.version })
      client.setQueryData<DayView>(
        dayQuery(stored.dayId).queryKey,
        (day) => day && { ...day, plans: day.plans.map((p) => (p.id === stored.id ? stored : p)) },
      )
    },
    reload: async () => {
      const stored = await request(planSchema, `/api/plans/${plan.id}`)
      setSaved({ draft: draftOf(stored), version: stored.version })
      dispatch({ type: 'replace', to: draftOf(stored) })
    },
  })
  const theirs = useQuery({
    queryKey: ['plans', plan.id, conflict?.version],
    queryFn: ({ signal }) => request(planSchema, `/api/plans/${plan.id}`, { signal }),
    enabled: conflict !== null,
  })
  const dirty = !same(present, saved.draft)
  const failed = error !== null || conflict !== null
  const saveNow = dirty && !failed ? () => save(present) : null
  const pending = useRef<(() => void) | null>(null)
  useEffect(() => {
    pending.current = saveNow
  })
  useEffect(() => {
    if (!dirty || saving || failed) return
    const timer = setTimeout(() => pending.current?.(), SAVE_AFTER_MS)
    return () => clearTimeout(timer)
  }, [dirty, saving, failed, present, saved.version])
  // a change made just before the page is left is saved too
  useEffect(() => {
    const leave = () => pending.current?.()
    window.addEventListener('pagehide', leave)
    return () => {
      window.removeEventListener('pagehide', leave)
      leave()
    }
  }, [])
  const inConflict = conflict !== null
  const change = useCallback(
    (draft: PlanDraft) => {
      if (!inConflict) reset()
      dispatch({ type: 'change', to: draft })
    },
    [reset, inConflict],
  )
  return {
    draft: present,
    change,
    undo: () => dispatch({ type: 'undo' }),
    redo: () => dispatch({ type: 'redo' }),
    canUndo: history.past.length > 0,
    canRedo: history.future.length > 0,
    saving: failed ? 'failed' : dirty || saving ? 'saving' : 'saved',
    version: saved.version,
    error,
    retry: reset,
    conflict: conflict && { ...conflict, keepMine: () => conflict.keepMine(present), theirs: theirs.data ? draftOf(theirs.data) : null },
  }
}
