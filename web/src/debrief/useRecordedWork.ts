import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import {
  coneFinder,
  cornerPicture,
  recordedGood,
  recordedWork,
  type CornerPicture,
  type Finding,
  type RecordedWork,
  type StintRecord,
} from '@ochote/core'
import type { ReviewNote } from '@ochote/contracts'
import { neverQuery, recordingsQuery, reviewQuery } from '../api/queries'
import { useUnits } from '../format/units'
import type { OpenStint } from '../stint/openStint'
import { useReviewed } from '../workers/useReviewed'
import { seenFindings } from '../recordings/decisions'
import { outingOf } from '../recordings/outing'

/** What the recorded laps of a stint give to its debrief. */
export interface RecordedDebrief {
  readonly work: readonly RecordedWork[]
  readonly good: readonly string[]
  /** the picture of a fault at a corner; null where the recording has none */
  readonly pictureOf: (corner: string, code: string) => CornerPicture | null
  /** laps that were compared with the plan */
  readonly laps: number
  /** every finding that stands */
  readonly findings: readonly Finding[]
  /** notes of the review, in the order of the laps */
  readonly notes: readonly ReviewNote[]
  /** whose review it is */
  readonly recordingId: string
}

export type RecordedState =
  | { readonly state: 'none' | 'reading' }
  | { readonly state: 'failed'; readonly error: Error; readonly retry: () => void }
  | { readonly state: 'read'; readonly found: RecordedDebrief }

/** Reads a stint's recordings for its debrief, without the findings that an instructor rejected. */
export function useRecordedWork(open: OpenStint, record: StintRecord): RecordedState {
  const { stint, student, plan, solution, cones } = open
  const units = useUnits()
  const recordings = useQuery({ ...recordingsQuery({ stintId: stint.id }), networkMode: 'always', retry: false })
  const read = recordings.data && recordings.data.length > 0 ? outingOf(recordings.data).read : []
  const reviewed = useReviewed(read, solution, plan.setup.pace, record.endedAtMs)
  const review = useQuery({ ...reviewQuery(read[0]?.id ?? ''), enabled: read.length > 0 })
  const never = useQuery({ ...neverQuery(student.id, plan.circuitId), enabled: read.length > 0 })
  const { data } = reviewed
  const found = useMemo((): RecordedDebrief | null => {
    if (!data || !review.data || !never.data) return null
    const { analysis, planned, traces } = data
    const findings = seenFindings(analysis.findings, review.data, never.data).seen
    const work = recordedWork(analysis, findings, coneFinder(cones), units)
    return {
      work,
      good: recordedGood({ solution, analysis, findings }, new Set(record.faults.map(({ corner }) => corner))),
      findings,
      notes: [...review.data.notes].sort((a, b) => a.lap - b.lap || a.stationM - b.stationM),
      recordingId: review.data.recordingId,
      laps: new Set(analysis.passes.map(({ lap }) => lap)).size,
      pictureOf: (corner, code) => {
        const worst = work.find((one) => one.corner === corner && one.code === code)?.worst
        const trace = worst && traces.find(({ lap }) => lap === worst.lap)
        return worst && trace ? cornerPicture(solution, planned, trace, worst) : null
      },
    }
  }, [data, review.data, never.data, cones, units, solution, record])
  if (recordings.isPending) return { state: 'reading' }
  if (read.length === 0) return { state: 'none' }
  const failed = [reviewed, review, never].find(({ error }) => error !== null)
  if (failed?.error) return { state: 'failed', error: failed.error, retry: () => void failed.refetch() }
  return found ? { state: 'read', found } : { state: 'reading' }
}
