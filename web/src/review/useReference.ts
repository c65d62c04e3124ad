import { useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import type { StoredRecording } from '@ochote/contracts'
import { isCompared, stintRecord, type LapTrace } from '@ochote/core'
import { recordingsQuery } from '../api/queries'
import { lapTime, shortDay } from '../format/format'
import type { OpenStint } from '../stint/openStint'
import { useStintLogs } from '../stintLog/useStintLogs'
import type { Reviewed } from '../workers/review.worker'
import { useReviewed } from '../workers/useReviewed'

/** What laps are compared with. */
export interface Reference {
  readonly key: string
  /** "the plan", "lap 3", "Bo Marsh, lap 4" */
  readonly says: string
  readonly trace: LapTrace
}

/** Something that can be chosen to compare with; the laps of another recording are read when it is chosen. */
export interface ReferenceChoice {
  readonly key: string
  readonly says: string
}

const PLAN = 'plan'

/** The laps that can be compared with: the plan, those of this drive, and the fastest of every other recording of the day or the student. */
export function useReference(open: OpenStint, reviewed: Reviewed, own: StoredRecording) {
  const [chosen, setChosen] = useState(PLAN)
  const { day } = open
  const ofDay = useQuery(recordingsQuery({ dayId: day.id }))
  const ofStudent = useQuery(recordingsQuery({ studentId: open.student.id }))
  const others = useMemo(
    () =>
      [...new Map([...(ofStudent.data ?? []), ...(ofDay.data ?? [])].map((one) => [one.id, one])).values()].filter(
        ({ id, stintId, circuitId }) => id !== own.id && stintId !== open.stint.id && circuitId === own.circuitId,
      ),
    [ofDay.data, ofStudent.data, own.id, own.circuitId, open.stint.id],
  )
  const other = others.find(({ id }) => id === chosen)
  const otherStint = other?.stintId ?? null
  const { logOf } = useStintLogs(otherStint === null ? [] : [otherStint])
  const endedAtMs = otherStint === null ? null : stintRecord(logOf(otherStint).entries).endedAtMs
  const read = useReviewed(other ? [other] : [], open.solution, open.plan.setup.pace, endedAtMs)
  const nameOf = ({ stintId, fileName, dayId, startedAt }: StoredRecording) => {
    const listed = day.stints.find(({ stint }) => stint.id === stintId)
    if (listed) return day.people.find(({ id }) => id === listed.stint.studentId)?.name ?? fileName
    const date = startedAt === null || dayId === day.id ? '' : `, ${shortDay(startedAt.slice(0, 10))}`
    return ofStudent.data?.some(({ stintId: own }) => own === stintId) ? `${open.student.name}${date}` : fileName
  }
  const { laps } = reviewed.analysis
  const choices: ReferenceChoice[] = [
    { key: PLAN, says: 'the plan' },
    ...laps.flatMap((lap) => (isCompared(lap) ? [{ key: `lap ${lap.lap}`, says: `lap ${lap.lap}, ${lapTime(lap.timeS)}` }] : [])),
    ...others.map((one) => ({ key: one.id, says: `the best lap of ${nameOf(one)}` })),
  ]
  const otherSays = other ? `the best lap of ${nameOf(other)}` : ''
  const reference = useMemo((): Reference => {
    if (other && read.data) {
      const best = bestOf(read.data)
      if (best) return { key: other.id, says: otherSays, trace: best }
    }
    const k = laps.findIndex(({ lap }) => `lap ${lap}` === chosen)
    if (k >= 0) return { key: chosen, says: chosen, trace: reviewed.traces[k]! }
    return { key: PLAN, says: 'the plan', trace: reviewed.planned }
  }, [other, otherSays, read.data, laps, chosen, reviewed])
  return { choices, reference, chosen, choose: setChosen, isReading: other !== undefined && !read.data, error: read.error }
}

function bestOf({ analysis, traces }: Reviewed): LapTrace | null {
  let best = -1
  analysis.laps.forEach((lap, k) => {
    if (isCompared(lap) && (best < 0 || lap.timeS < analysis.laps[best]!.timeS)) best = k
  })
  return best < 0 ? null : traces[best]!
}
