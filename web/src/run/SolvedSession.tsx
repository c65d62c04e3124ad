import { useMemo, type ReactNode } from 'react'
import type { DayView, Session } from '@ochote/contracts'
import { applyConeEdits, type Cone, type PlanSolution } from '@ochote/core'
import { EmptyState } from '../shell/EmptyState'
import { Page } from '../shell/Page'
import { Loaded } from '../problem/Loaded'
import { TrackCursorProvider } from '../ribbon/trackCursor'
import { useSolution } from '../workers/useSolution'

/** The plan that a session's cars are seen against: that of the first of them. */
export interface SolvedPlan {
  readonly solution: PlanSolution
  readonly cones: readonly Cone[]
}

interface SolvedSessionProps {
  day: DayView
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
  plan: DayView['plans'][number]
  vehicle: DayView['vehicles'][number]
  children: SolvedSessionProps['children']
}

function OnPlan({ plan, vehicle, children }: OnPlanProps) {
  const { circuitId, setup, firstSession, coneEdits } = plan
  const solution = useSolution({ circuitId, vehicle: vehicle.vehicle, setup, firstSession, coneEdits })
  const cones = useMemo(() => (solution.data ? applyConeEdits(solution.data, coneEdits) : []), [solution.data, coneEdits])
  return <Loaded query={solution}>{(data) => children({ solution: data, cones })}</Loaded>
}
