import { Button, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo } from 'react'
import type { DayView, ListedStint, PlanVersion, StoredRecording } from '@ochote/contracts'
import type { ShowingStint, StintRecord } from '@ochote/core'
import { dayQuery, neverQuery, planVersionQuery, reviewQuery } from '../../api/queries'
import { logLapOf, seenFindings } from '../../recordings/decisions'
import { outingOf } from '../../recordings/outing'
import { drivenVersionId } from '../../stint/drivenVersion'
import { namedBy } from '../../stint/openStint'
import { useStintPlan } from '../../stint/useStintPlan'
import { useReviewed } from '../../workers/useReviewed'

export type Recorded = NonNullable<ShowingStint['recorded']>

interface RecordedEvidenceProps {
  dayId: string
  stintId: string
  /** at least one */
  recordings: readonly StoredRecording[]
  record: StintRecord
  /** when and where, such as "17 Oct, 10:20" */
  says: string
  onRead: (stintId: string, recorded: Recorded) => void
  /** they could not be read: others need not wait */
  onFailed: (stintId: string) => void
}

/** Reads a stint's recorded laps against the plan that it was driven on, and says how far that is. */
export function RecordedEvidence(props: RecordedEvidenceProps) {
  const day = useQuery(dayQuery(props.dayId))
  const listed = day.data?.stints.find(({ stint }) => stint.id === props.stintId)
  const versionId = day.data && listed ? drivenVersionId(day.data, listed) : null
  const version = useQuery(planVersionQuery(listed?.stint.planId ?? '', versionId))
  const failed = [day, version].find(({ error }) => error !== null)
  if (failed?.error) return <NotRead {...props} error={failed.error} retry={() => void failed.refetch()} />
  if (!day.data || !listed || (versionId !== null && !version.data)) return <Reading says={props.says} />
  return <OnPlan {...props} day={day.data} listed={listed} version={version.data ?? null} />
}

interface OnPlanProps extends RecordedEvidenceProps {
  day: DayView
  listed: ListedStint
  version: PlanVersion | null
}

function OnPlan(props: OnPlanProps) {
  const { day, listed, version, recordings, record, says, stintId, onRead } = props
  const named = useMemo(() => namedBy(day, listed, version), [day, listed, version])
  const marked = useStintPlan(named, version)
  const { read } = outingOf(recordings)
  const first = read[0]!
  const solution = marked.data?.solution
  const reviewed = useReviewed(read, solution, named.plan.setup.pace, record.endedAtMs)
  const review = useQuery(reviewQuery(first.id))
  const never = useQuery(neverQuery(named.stint.studentId, named.plan.circuitId))
  const recorded = useMemo((): Recorded | null => {
    if (!reviewed.data || !review.data || !never.data) return null
    const { analysis } = reviewed.data
    return {
      analysis,
      findings: seenFindings(analysis.findings, review.data, never.data).seen,
      logLapOf: (lap) => logLapOf(record, analysis.laps, lap),
    }
  }, [reviewed.data, review.data, never.data, record])
  useEffect(() => {
    if (recorded) onRead(stintId, recorded)
  }, [recorded, stintId, onRead])
  const failed = [marked, reviewed, review, never].find(({ error }) => error !== null)
  if (failed?.error) return <NotRead {...props} error={failed.error} retry={() => void failed.refetch()} />
  return recorded ? null : <Reading says={says} />
}

const Reading = ({ says }: { says: string }) => (
  <Typography role="status" color="text.secondary">
    {says}: reading the recorded laps…
  </Typography>
)

interface NotReadProps extends Pick<RecordedEvidenceProps, 'says' | 'stintId' | 'onFailed'> {
  error: Error
  retry: () => void
}

function NotRead({ says, stintId, onFailed, error, retry }: NotReadProps) {
  useEffect(() => onFailed(stintId), [onFailed, stintId])
  return (
    <Typography role="alert">
      {says}: the recorded laps could not be read ({error.message}). Skills are shown without them.{' '}
      <Button size="small" onClick={retry}>
        Try again
      </Button>
    </Typography>
  )
}
