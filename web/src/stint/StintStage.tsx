import { LinearProgress, MenuItem, TextField } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useMemo, useState, type ReactNode } from 'react'
import { useNavigate, useParams } from 'react-router'
import type { DayView, ListedStint, PlanVersion } from '@ochote/contracts'
import { dayQuery, personQuery, planVersionQuery } from '../api/queries'
import { Loaded } from '../problem/Loaded'
import { TrackCursorProvider } from '../ribbon/trackCursor'
import { EmptyState } from '../shell/EmptyState'
import { useOpens } from '../shell/openStudent'
import { Page } from '../shell/Page'
import { stagePath } from '../shell/stages'
import { useDayLogs, type LoggedStint } from '../stintLog/useDayLogs'
import { PreviewNote } from '../workers/PreviewNote'
import { drivenVersionId } from './drivenVersion'
import { namedBy, type OpenStint } from './openStint'
import { nextStint, phaseOf } from './phase'
import { useStintPlan } from './useStintPlan'

interface StintStageProps {
  stage: 'brief' | 'brief/talk' | 'brief/calls' | 'run' | 'debrief' | 'review'
  title: string
  children: (open: OpenStint, choice: ReactNode) => ReactNode
}

/** A stage about one stint: the one in the address, else the one that the stage is most likely wanted for. */
export function StintStage({ stage, title, children }: StintStageProps) {
  const { dayId = '', stintId } = useParams()
  const day = useQuery(dayQuery(dayId))
  return (
    <Loaded query={day}>
      {(data) => {
        const opened = (listed: ListedStint) => (
          <TrackCursorProvider>
            <OnVersion key={listed.stint.id} day={data} listed={listed} stage={stage}>
              {children}
            </OnVersion>
          </TrackCursorProvider>
        )
        const listed = data.stints.find((s) => s.stint.id === stintId)
        if (listed) return opened(listed)
        if (stintId === undefined && data.stints.length > 0) return <LikelyStint day={data} stage={stage} children={opened} />
        return (
          <Page title={title}>
            <EmptyState title={stintId ? 'This stint is not part of the day' : 'This day has no stints yet'}>
              Choose another day or stint from Today.
            </EmptyState>
          </Page>
        )
      }}
    </Loaded>
  )
}

interface LikelyStintProps {
  day: DayView
  stage: StintStageProps['stage']
  children: (stint: ListedStint) => ReactNode
}

/** The stint that a stage opens when the address names none. It stays the same one while the page is open. */
function LikelyStint({ day, stage, children }: LikelyStintProps) {
  const { stints, isKnown } = useDayLogs(day)
  const likely = (all: readonly LoggedStint[]) => {
    const lastDriven = [...all].reverse().find((s) => phaseOf(s) === 'ended')
    return (stage === 'debrief' || stage === 'review' ? lastDriven : nextStint(all)) ?? all[0]!
  }
  const [chosen, setChosen] = useState<string | null>(null)
  const logged = stints.some((s) => s.log.length > 0)
  const current = stints.find((s) => s.stint.id === chosen) ?? likely(stints)
  if (chosen === null && !isKnown) return <LinearProgress aria-label="Loading" />
  if (chosen === null && logged) setChosen(current.stint.id)
  return children(day.stints.find((s) => s.stint.id === current.stint.id) ?? current)
}

interface OpenedProps {
  day: DayView
  listed: ListedStint
  stage: string
  children: StintStageProps['children']
}

/**
 * A stint on its plan: as it was when its first lap was driven or as it was released, else as it stands. A stage that is open while that lap is logged
 * takes over the plan version when it arrives; it does not wait for it, and is not drawn again under a finger.
 */
function OnVersion({ day, listed, stage, children }: OpenedProps) {
  const versionId = drivenVersionId(day, listed)
  const [fixedAtStart] = useState(versionId !== null)
  const version = useQuery(planVersionQuery(listed.stint.planId, versionId))
  const on = (fixed: PlanVersion | null) => (
    <OnPlan day={day} listed={listed} stage={stage} version={fixed}>
      {children}
    </OnPlan>
  )
  return fixedAtStart ? <Loaded query={version}>{on}</Loaded> : on(version.data ?? null)
}

function OnPlan({ day, listed, stage, version, children }: OpenedProps & { version: PlanVersion | null }) {
  const named = useMemo(() => namedBy(day, listed, version), [day, listed, version])
  const { stint } = named
  useOpens(day.id, stint.studentId, stint.id)
  const student = useQuery(personQuery(stint.studentId))
  const instructor = useQuery(personQuery(stint.instructorId))
  const marked = useStintPlan(named, version)
  const open = useMemo(
    (): OpenStint | null =>
      marked.data && student.data && instructor.data
        ? {
            ...named,
            student: student.data,
            instructor: instructor.data,
            marked: marked.data,
            solution: marked.data.solution,
            cones: marked.data.cones,
          }
        : null,
    [named, student.data, instructor.data, marked.data],
  )
  const choice = (
    <>
      <StintChoice day={day} stage={stage} stintId={stint.id} />
      {marked.isPreview && <PreviewNote />}
    </>
  )
  return (
    <Loaded query={student}>
      {() => <Loaded query={instructor}>{() => <Loaded query={marked}>{() => open && children(open, choice)}</Loaded>}</Loaded>}
    </Loaded>
  )
}

/** Stint: by start and student. */
function StintChoice({ day, stage, stintId }: { day: DayView; stage: string; stintId: string }) {
  const navigate = useNavigate()
  return (
    <TextField
      select
      size="small"
      hiddenLabel
      value={stintId}
      slotProps={{ select: { 'aria-label': 'Stint' } }}
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
