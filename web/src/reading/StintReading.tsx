import { Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo } from 'react'
import type { DayView, ListedStint, PlanVersion, ReviewNote, Setup } from '@ochote/contracts'
import type { ShowingStint, StandingMark } from '@ochote/core'
import { dayQuery, neverQuery, planVersionQuery, reviewQuery } from '../api/queries'
import { ProblemNotice } from '../problem/ProblemNotice'
import { placeNear } from '../recordings/cornerNear'
import { logLapOf, seenFindings } from '../recordings/decisions'
import { outingOf } from '../recordings/outing'
import { drivenVersionId } from '../stint/drivenVersion'
import { namedBy } from '../stint/openStint'
import { useStintPlan } from '../stint/useStintPlan'
import { useReviewed } from '../workers/useReviewed'
import { standingMarks } from './standingMarks'
import type { Readings, ToRead } from './useReadings'

export type Recorded = NonNullable<ShowingStint['recorded']>

/** What a stint is measured by: its plan's lap, and its recorded laps where there are any. */
export interface ReadStint {
  readonly planLapS: number
  /** shares of the grip, as planned */
  readonly pace: Setup['pace']
  readonly car: string
  /** the marks that its plan computed, as they stood */
  readonly standing: readonly StandingMark[]
  readonly vehicleTypeId: string
  readonly recorded: Recorded | null
  /** of the review of its recorded laps, in the order of the laps */
  readonly notes: readonly PlacedNote[]
}

/** A note on recorded laps with where it is, and the recording whose review has it. */
export interface PlacedNote {
  readonly note: ReviewNote
  readonly place: string
  readonly recordingId: string
}

type StintReadingProps = ToRead & Pick<Readings, 'onRead' | 'onFailed'>

/** Reads a stint's plan, and its recorded laps against that, and says how far it is. */
export function StintReading(props: StintReadingProps) {
  const day = useQuery(dayQuery(props.dayId))
  const listed = day.data?.stints.find(({ stint }) => stint.id === props.stintId)
  const versionId = day.data && listed ? drivenVersionId(day.data, listed) : null
  const version = useQuery(planVersionQuery(listed?.stint.planId ?? '', versionId))
  const failed = [day, version].find(({ error }) => error !== null)
  if (failed?.error) return <NotRead {...props} error={failed.error} retry={() => void failed.refetch()} />
  if (!day.data || !listed || (versionId !== null && !version.data)) return <Reading says={props.says} />
  return <OnPlan {...props} day={day.data} listed={listed} version={version.data ?? null} />
}

interface OnPlanProps extends StintReadingProps {
  day: DayView
  listed: ListedStint
  version: PlanVersion | null
}

function OnPlan(props: OnPlanProps) {
  const { day, listed, version, recordings, record, says, stintId, onRead } = props
  const named = useMemo(() => namedBy(day, listed, version), [day, listed, version])
  const marked = useStintPlan(named, version)
  const read = recordings.length === 0 ? [] : outingOf(recordings).read
  const solution = marked.data?.solution
  const isRecorded = read.length > 0
  const recordingId = read[0]?.id ?? ''
  const reviewed = useReviewed(read, solution, named.plan.setup.pace, record.endedAtMs)
  const review = useQuery({ ...reviewQuery(recordingId), enabled: isRecorded })
  const never = useQuery({ ...neverQuery(named.stint.studentId, named.plan.circuitId), enabled: isRecorded })
  const found = useMemo((): ReadStint | null => {
    if (!marked.data) return null
    const { solution, cones } = marked.data
    const { plan, car, vehicleType } = named
    const planned = {
      ...{ planLapS: solution.trace.lapTimeS, pace: plan.setup.pace, standing: standingMarks(cones) },
      ...{ car: car.name, vehicleTypeId: vehicleType.id },
    }
    if (!isRecorded) return { ...planned, recorded: null, notes: [] }
    if (!reviewed.data || !review.data || !never.data) return null
    const { analysis } = reviewed.data
    const recorded = {
      analysis,
      findings: seenFindings(analysis.findings, review.data, never.data).seen,
      logLapOf: (lap: number) => logLapOf(record, analysis.laps, lap),
    }
    const notes = [...review.data.notes]
      .sort((a, b) => a.lap - b.lap || a.stationM - b.stationM)
      .map((note) => ({ note, place: placeNear(solution, note.stationM), recordingId }))
    return { ...planned, recorded, notes }
  }, [marked.data, named, isRecorded, recordingId, reviewed.data, review.data, never.data, record])
  useEffect(() => {
    if (found) onRead(stintId, found)
  }, [found, stintId, onRead])
  const failed = [marked, reviewed, review, never].find(({ error }) => error !== null)
  if (failed?.error) return <NotRead {...props} error={failed.error} retry={() => void failed.refetch()} />
  return found ? null : <Reading says={says} />
}

const Reading = ({ says }: { says: string }) => (
  <Typography role="status" color="text.secondary">
    {says}: reading the plan and the recorded laps…
  </Typography>
)

interface NotReadProps extends Pick<StintReadingProps, 'says' | 'stintId' | 'onFailed'> {
  error: Error
  retry: () => void
}

function NotRead({ says, stintId, onFailed, error, retry }: NotReadProps) {
  useEffect(() => onFailed(stintId), [onFailed, stintId])
  return (
    <>
      <Typography role="status">{says}: the plan or the recorded laps could not be read. What follows is without them.</Typography>
      <ProblemNotice error={error} onRetry={retry} />
    </>
  )
}
