import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { callOptionsOf, correctStreaks, type PlanCallSheet, type StintRecord } from '@ochote/core'
import { schoolQuery } from '../api/queries'
import { callsFor } from '../stint/callsFor'
import type { OpenStint } from '../stint/openStint'

/** The calls of the lap being driven: the school's words, this instructor's pace of speech, fading as the student gets them right. */
export function useSeatCalls({ marked, plan, scheme, student, instructor }: OpenStint, record: StintRecord): PlanCallSheet {
  const language = useQuery(schoolQuery).data?.calls
  const about = useMemo(() => callOptionsOf(marked).about, [marked])
  const lastStep = record.steps.filter((s) => s.of === 'words').pop()?.way
  const fewWords = lastStep === undefined ? student.talk === 'few' : lastStep === 'down'
  // compared by content: most taps don't change the calls
  const right = JSON.stringify(student.talk === 'many' ? [] : [...correctStreaks(record, about)].filter(([, laps]) => laps > 0))
  return useMemo(
    () =>
      callsFor(
        { plan, instructor, scheme },
        { marked, language, fewWords, correctStreaks: new Map(JSON.parse(right) as [string, number][]) },
      ),
    [plan, instructor, scheme, marked, language, fewWords, right],
  )
}
