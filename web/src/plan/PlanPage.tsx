import { Button } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import type { DayView } from '@ochote/contracts'
import { dayQuery } from '../api/queries'
import { nextStint } from '../stint/phase'
import { useDayLogs } from '../stintLog/useDayLogs'
import { Loaded } from '../problem/Loaded'
import { TrackCursorProvider } from '../ribbon/trackCursor'
import { EmptyState } from '../shell/EmptyState'
import { useOpenStudent } from '../shell/openStudent'
import { Page } from '../shell/Page'
import { stagePath } from '../shell/stages'
import { NewPlan } from './NewPlan'
import { PlanEditor } from './PlanEditor'

/** The Plan stage: the plan in the address, else the one driven next, else the day's first. */
export function PlanPage() {
  const { dayId = '', planId } = useParams()
  const day = useQuery(dayQuery(dayId))
  return (
    <Loaded query={day}>{(data) => (planId === undefined ? <LikelyPlan day={data} /> : <OpenPlan day={data} planId={planId} />)}</Loaded>
  )
}

/** The plan of the open student, or the one that is driven next. It is shown without a redirect, which could undo a key pressed meanwhile. */
function LikelyPlan({ day }: { day: DayView }) {
  const { stints } = useDayLogs(day)
  const student = useOpenStudent(day.id)
  const own = day.stints.find(({ stint }) => stint.id === student?.stintId)
  const planId = (own ?? nextStint(stints))?.stint.planId ?? day.plans[0]?.id
  return planId ? <OpenPlan day={day} planId={planId} /> : <NoPlan day={day} title="This day has no plan yet" />
}

function OpenPlan({ day, planId }: { day: DayView; planId: string }) {
  const navigate = useNavigate()
  const plan = day.plans.find((p) => p.id === planId)
  if (!plan) return <NoPlan day={day} title="This plan is not part of the day, or is archived" />
  return (
    <TrackCursorProvider>
      <PlanEditor key={plan.id} day={day} plan={plan} onOpen={(id) => void navigate(stagePath(day.id, 'plan', id))} />
    </TrackCursorProvider>
  )
}

function NoPlan({ day, title }: { day: DayView; title: string }) {
  const navigate = useNavigate()
  const [isMaking, setIsMaking] = useState(false)
  return (
    <Page title="Plan">
      <EmptyState
        title={title}
        action={
          <Button variant="contained" onClick={() => setIsMaking(true)}>
            New plan
          </Button>
        }
      >
        A plan has the line, speeds and cones of one vehicle type on {day.circuit.name}.
      </EmptyState>
      {isMaking && <NewPlan day={day} onOpen={(id) => void navigate(stagePath(day.id, 'plan', id))} onClose={() => setIsMaking(false)} />}
    </Page>
  )
}
