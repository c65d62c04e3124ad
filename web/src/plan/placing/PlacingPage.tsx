import { Alert, Button } from '@mui/material'
import { hashKey, useQuery } from '@tanstack/react-query'
import { useState, type ReactNode } from 'react'
import { useParams } from 'react-router'
import { planDraftSchema, type DayView, type Plan, type PlanVersion } from '@ochote/contracts'
import { dayQuery, planVersionQuery } from '../../api/queries'
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
          <Placed key={plan.id} day={file} plan={plan} />
        ) : (
          <Page title="Placing list">
            <EmptyState title="This plan is not part of the day" />
          </Page>
        )
      }}
    </Loaded>
  )
}

/** The cones of the released version, or of the plan as it stands where none is released, or where that is asked for. */
function Placed({ day, plan }: { day: DayView; plan: Plan }) {
  const [isDraft, setIsDraft] = useState(false)
  const { ready } = plan
  const version = useQuery(planVersionQuery(plan.id, ready?.id ?? null))
  const differs = version.data !== undefined && hashKey([version.data.draft]) !== hashKey([planDraftSchema.parse(plan)])
  const note = ready && differs && (
    <Alert
      severity={isDraft ? 'warning' : 'info'}
      action={
        <Button size="small" className="no-print" onClick={() => setIsDraft(!isDraft)}>
          {isDraft ? `Show version ${ready.version}` : 'Show the draft'}
        </Button>
      }
    >
      {isDraft
        ? `These are the marks of a draft. Stints drive version ${ready.version}.`
        : `These are the marks of version ${ready.version}, which stints drive. The plan has a draft beside it.`}
    </Alert>
  )
  const solved = (released: PlanVersion | null) => <Solved day={day} plan={plan} version={released} note={note} />
  if (!ready || isDraft) return solved(null)
  return <Loaded query={version}>{solved}</Loaded>
}

interface SolvedProps {
  day: DayView
  plan: Plan
  version: PlanVersion | null
  note: ReactNode
}

function Solved({ day, plan: now, version, note }: SolvedProps) {
  const plan = version ? { ...now, ...version.draft, version: version.version } : now
  const { vehicle } = version?.vehicleType ?? day.vehicleTypes.find((v) => v.id === plan.vehicleTypeId)!
  const scheme = version?.scheme ?? day.markerSchemes.find((s) => s.id === plan.markerSchemeId)!
  const { circuitId, setup, firstSession, coneEdits } = plan
  const onVersion = version ? { document: version.circuit, planVersionId: version.id } : {}
  const marked = useMarkedPlan({ circuitId, vehicle, setup, firstSession, coneEdits, placedFor: null, ...onVersion })
  return (
    <Loaded query={marked}>
      {(data) => (
        <>
          {note}
          {marked.isPreview && <PreviewNote />}
          <PlacingList day={day} plan={plan} marked={data} scheme={scheme} />
        </>
      )}
    </Loaded>
  )
}
