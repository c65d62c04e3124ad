import { useQuery } from '@tanstack/react-query'
import { useNavigate, useParams } from 'react-router'
import { dayQuery } from '../api/queries'
import { nextStint } from '../stint/phase'
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
      {(file) => {
        const plan = planId
          ? file.plans.find((p) => p.id === planId)
          : (file.plans.find((p) => p.id === nextStint(file)?.stint.planId) ?? file.plans[0])
        if (!plan) {
          return (
            <Page title="Plan">
              <EmptyState title={planId ? 'This plan is not part of the day' : 'This day has no plan yet'} />
            </Page>
          )
        }
        return (
          <TrackCursorProvider>
            <PlanEditor key={plan.id} day={file} plan={plan} onOpen={(id) => void navigate(stagePath(dayId, 'plan', id))} />
          </TrackCursorProvider>
        )
      }}
    </Loaded>
  )
}
