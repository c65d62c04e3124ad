import { MenuItem, TextField } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useMemo, useState, type ReactNode } from 'react'
import { useNavigate, useParams } from 'react-router'
import type { DayView, PlanVersion, StintView } from '@ochote/contracts'
import { applyConeEdits } from '@ochote/core'
import { dayQuery, planVersionQuery } from '../api/queries'
import { nextStint, phaseOf } from './phase'
import { Loaded } from '../problem/Loaded'
import { TrackCursorProvider } from '../ribbon/trackCursor'
import { EmptyState } from '../shell/EmptyState'
import { Page } from '../shell/Page'
import { stagePath } from '../shell/stages'
import { useSolution } from '../workers/useSolution'
import { namedBy, type OpenStint } from './openStint'

interface StintStageProps {
  stage: 'brief' | 'brief/talk' | 'brief/calls' | 'run' | 'debrief'
  title: string
  children: (open: OpenStint, choice: ReactNode) => ReactNode
}

/** The stint a stage opens when the address names none. */
function usualStint(day: DayView, stage: StintStageProps['stage']): StintView | null {
  const driven = [...day.stints].reverse().find((s) => phaseOf(s) === 'ended')
  return (stage === 'debrief' ? driven : nextStint(day)) ?? day.stints[0] ?? null
}

/** A stage about one stint: the one in the address, else the one the stage is likely wanted for. */
export function StintStage({ stage, title, children }: StintStageProps) {
  const { dayId = '', stintId } = useParams()
  const day = useQuery(dayQuery(dayId))
  return (
    <Loaded query={day}>
      {(data) => {
        const file = stintId ? (data.stints.find((s) => s.stint.id === stintId) ?? null) : usualStint(data, stage)
        if (!file) {
          return (
            <Page title={title}>
              <EmptyState title={stintId ? 'This stint is not part of the day' : 'This day has no stints yet'}>
                Choose another day or stint from Today.
              </EmptyState>
            </Page>
          )
        }
        return (
          <TrackCursorProvider>
            <Solved key={file.stint.id} day={data} file={file} stage={stage}>
              {children}
            </Solved>
          </TrackCursorProvider>
        )
      }}
    </Loaded>
  )
}

interface SolvedProps {
  day: DayView
  file: StintView
  stage: string
  children: StintStageProps['children']
}

/**
 * A stint on its plan: as it is now, or as it was when the first lap of it was driven. A stage that is open while that lap is
 * logged takes the kept plan over when it is there; it never waits for it, nor is it drawn afresh under a finger.
 */
function Solved({ day, file, stage, children }: SolvedProps) {
  const { planId, planVersionId } = file.stint
  const [keptAtStart] = useState(planVersionId !== null)
  const version = useQuery(planVersionQuery(planId, planVersionId))
  const on = (kept: PlanVersion | null) => (
    <OnPlan day={day} file={file} stage={stage} version={kept}>
      {children}
    </OnPlan>
  )
  return keptAtStart ? <Loaded query={version}>{on}</Loaded> : on(version.data ?? null)
}

function OnPlan({ day, file, stage, version, children }: SolvedProps & { version: PlanVersion | null }) {
  const named = useMemo(() => namedBy(day, file, version), [day, file, version])
  const { plan, vehicle } = named
  const { circuitId, setup, firstSession, coneEdits } = plan
  const solution = useSolution({
    circuitId,
    vehicle: vehicle.vehicle,
    setup,
    firstSession,
    coneEdits,
    ...(version ? { document: version.circuit } : {}),
  })
  const cones = useMemo(() => (solution.data ? applyConeEdits(solution.data, coneEdits) : []), [solution.data, coneEdits])
  const choice = <StintChoice day={day} stage={stage} stintId={file.stint.id} />
  return <Loaded query={solution}>{(data) => children({ ...named, solution: data, cones }, choice)}</Loaded>
}

/** Which stint: by start and student. */
function StintChoice({ day, stage, stintId }: { day: DayView; stage: string; stintId: string }) {
  const navigate = useNavigate()
  return (
    <TextField
      select
      size="small"
      hiddenLabel
      value={stintId}
      slotProps={{ select: { 'aria-label': 'Which stint' } }}
      sx={{ minWidth: 230 }}
      onChange={(e) => void navigate(stagePath(day.id, stage, e.target.value))}
    >
      {day.stints.map(({ stint }) => (
        <MenuItem key={stint.id} value={stint.id}>
          {stint.startsAt} {day.people.find((p) => p.id === stint.studentId)?.name}
        </MenuItem>
      ))}
    </TextField>
  )
}
