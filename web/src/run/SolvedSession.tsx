import { useMemo, type ReactNode } from 'react'
import type { DayFile, Session } from '@ochote/contracts'
import { placedCones, type PlacedCone, type PlanSolution } from '@ochote/core'
import { EmptyState } from '../shell/EmptyState'
import { Page } from '../shell/Page'
import { Loaded } from '../problem/Loaded'
import { TrackCursorProvider } from '../ribbon/trackCursor'
import { useSolution } from '../workers/useSolution'

/** The plan that a session's cars are seen against: that of the first of them. */
export interface SolvedPlan {
  readonly solution: PlanSolution
  readonly cones: readonly PlacedCone[]
}

interface SolvedSessionProps {
  day: DayFile
  session: Session
  children: (solved: SolvedPlan) => ReactNode
}

/** Solves what a session is driven on. */
export function SolvedSession({ day, session, children }: SolvedSessionProps) {
  const stint = day.stints.find((s) => s.stint.id === session.stintIds[0])?.stint
  const plan = day.plans.find((p) => p.id === stint?.planId)
  const vehicle = day.vehicles.find((v) => v.id === plan?.vehicleId)
  if (!plan || !vehicle)
    return (
      <Page title={session.name}>
        <EmptyState title="This session has no stints">Its stints are not part of this day.</EmptyState>
      </Page>
    )
  return (
    <TrackCursorProvider>
      <OnPlan plan={plan} vehicle={vehicle}>
        {children}
      </OnPlan>
    </TrackCursorProvider>
  )
}

interface OnPlanProps {
  plan: DayFile['plans'][number]
  vehicle: DayFile['vehicles'][number]
  children: SolvedSessionProps['children']
}

function OnPlan({ plan, vehicle, children }: OnPlanProps) {
  const { circuitId, setup, firstSession, byHand } = plan
  const solution = useSolution({ circuitId, vehicle: vehicle.vehicle, setup, firstSession, byHand })
  const cones = useMemo(() => (solution.data ? placedCones(solution.data, byHand) : []), [solution.data, byHand])
  return <Loaded query={solution}>{(data) => children({ solution: data, cones })}</Loaded>
}
