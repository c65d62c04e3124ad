import { useQuery } from '@tanstack/react-query'
import { Navigate, useLocation, useNavigate, useParams } from 'react-router'
import type { DayView } from '@ochote/contracts'
import { dayQuery } from '../api/queries'
import { nextStint } from '../stint/phase'
import { useDayLogs } from '../stintLog/useDayLogs'
import { Loaded } from '../problem/Loaded'
import { TrackCursorProvider } from '../ribbon/trackCursor'
import { EmptyState } from '../shell/EmptyState'
import { Page } from '../shell/Page'
import { stagePath } from '../shell/stages'
import { PlanEditor } from './PlanEditor'

/** The Plan stage: the plan in the address, else the one driven next, else the day's first. */
export function PlanPage() {
  const { dayId = '', planId } = useParams()
  const navigate = useNavigate()
  const day = useQuery(dayQuery(dayId))
  return (
    <Loaded query={day}>
      {(data) => {
        if (planId === undefined && data.stints.length > 0) return <LikelyPlan day={data} />
        const plan = planId ? data.plans.find((p) => p.id === planId) : data.plans[0]
        if (!plan) {
          return (
            <Page title="Plan">
              <EmptyState title={planId ? 'This plan is not part of the day' : 'This day has no plan yet'} />
            </Page>
          )
        }
        return (
          <TrackCursorProvider>
            <PlanEditor key={plan.id} day={data} plan={plan} onOpen={(id) => void navigate(stagePath(dayId, 'plan', id))} />
          </TrackCursorProvider>
        )
      }}
    </Loaded>
  )
}

/** Opens the plan that is driven next, else the day's first. */
function LikelyPlan({ day }: { day: DayView }) {
  const { stints } = useDayLogs(day)
  const { search } = useLocation()
  const planId = nextStint(stints)?.stint.planId ?? day.plans[0]?.id
  return planId ? <Navigate to={{ pathname: stagePath(day.id, 'plan', planId), search }} replace /> : null
}
