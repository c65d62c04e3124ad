import { useQueries } from '@tanstack/react-query'
import type { DayView, ListedStint, PlanVersion } from '@ochote/contracts'
import { planVersionQuery } from '../api/queries'
import { drivenVersionId } from './drivenVersion'

const dataOf = (results: readonly { data: PlanVersion | undefined }[]) => results.map((r) => r.data ?? null)

/** The plan version that each stint is driven on; null where it is driven as the plan stands, and until it is loaded. */
export const usePlanVersions = (day: Pick<DayView, 'plans'>, stints: readonly ListedStint[]): readonly (PlanVersion | null)[] =>
  useQueries({ queries: stints.map((listed) => planVersionQuery(listed.stint.planId, drivenVersionId(day, listed))), combine: dataOf })
