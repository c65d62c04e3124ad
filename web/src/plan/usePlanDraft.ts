import { useQueryClient } from '@tanstack/react-query'
import { planDraftSchema, planSchema, type DayView, type Plan, type PlanDraft } from '@ochote/contracts'
import { dayQuery } from '../api/queries'
import { request } from '../api/request'
import { useAutosave, type Autosave } from '../autosave/useAutosave'

export type PlanDraftState = Autosave<PlanDraft>

/** A plan while it is edited: every change can be undone, and is saved by itself over the version it was made from. */
export function usePlanDraft(plan: Plan): PlanDraftState {
  const client = useQueryClient()
  const path = `/api/plans/${plan.id}`
  const held = (stored: Plan) => ({ draft: planDraftSchema.parse(stored), version: stored.version })
  return useAutosave({
    path,
    stored: held(plan),
    put: async (draft: PlanDraft, fromVersion, send) => {
      const stored = await send(planSchema, { draft, fromVersion })
      client.setQueryData<DayView>(
        dayQuery(stored.dayId).queryKey,
        (day) => day && { ...day, plans: day.plans.map((p) => (p.id === stored.id ? stored : p)) },
      )
      return held(stored)
    },
    load: async () => held(await request(planSchema, path)),
    read: (kept) => planDraftSchema.parse(kept),
  })
}
