import { useQuery } from '@tanstack/react-query'
import { useParams } from 'react-router'
import type { DayView, Plan } from '@ochote/contracts'
import { dayQuery } from '../../api/queries'
import { Loaded } from '../../problem/Loaded'
import { EmptyState } from '../../shell/EmptyState'
import { Page } from '../../shell/Page'
import { PreviewNote } from '../../workers/PreviewNote'
import { useMarkedPlan } from '../../workers/useMarkedPlan'
import { PlacingList } from './PlacingList'

/** The placing list of a plan, to print, to carry and to drive round with. */
export function PlacingPage() {
  const { dayId = '', planId } = useParams()
  const day = useQuery(dayQuery(dayId))
  return (
    <Loaded query={day}>
      {(file) => {
        const plan = file.plans.find((p) => p.id === planId)
        return plan ? (
          <Solved day={file} plan={plan} />
        ) : (
          <Page title="Placing list">
            <EmptyState title="This plan is not part of the day" />
          </Page>
        )
      }}
    </Loaded>
  )
}

function Solved({ day, plan }: { day: DayView; plan: Plan }) {
  const { vehicle } = day.vehicleTypes.find((v) => v.id === plan.vehicleTypeId)!
  const scheme = day.markerSchemes.find((s) => s.id === plan.markerSchemeId)!
  const { circuitId, setup, firstSession, coneEdits } = plan
  const marked = useMarkedPlan({ circuitId, vehicle, setup, firstSession, coneEdits, placedFor: null })
  return (
    <Loaded query={marked}>
      {(data) => (
        <>
          {marked.isPreview && <PreviewNote />}
          <PlacingList day={day} plan={plan} marked={data} scheme={scheme} />
        </>
      )}
    </Loaded>
  )
}
