import { useQueries } from '@tanstack/react-query'
import type { ListedStint, PlanVersion } from '@ochote/contracts'
import { planVersionQuery } from '../api/queries'

const dataOf = (results: readonly { data: PlanVersion | undefined }[]) => results.map((r) => r.data ?? null)

/** The plan version that each stint is driven on; null for those not driven yet and until it is loaded. */
export const usePlanVersions = (stints: readonly ListedStint[]): readonly (PlanVersion | null)[] =>
  useQueries({ queries: stints.map(({ stint }) => planVersionQuery(stint.planId, stint.planVersionId)), combine: dataOf })
