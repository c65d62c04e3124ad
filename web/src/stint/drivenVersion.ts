import type { DayView, ListedStint } from '@ochote/contracts'

/**
 * The plan version that a stint is driven on: the one it was driven on, else the one that was released of its plan; null where the plan was
 * never released and is driven as it stands.
 */
export const drivenVersionId = (day: Pick<DayView, 'plans'>, { stint }: Pick<ListedStint, 'stint'>): string | null =>
  stint.planVersionId ?? day.plans.find((p) => p.id === stint.planId)?.ready?.id ?? null
