import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { likelyFaults, stintRecord, type StintRecord } from '@ochote/core'
import { logQuery } from '../stintLog/logQuery'
import type { OpenStint } from '../stint/openStint'

const TARGETS = 6

/** The likeliest faults at a corner: first those that this student made there before, on earlier days and today. */
export function useLikelyCodes({ stint, solution, student }: OpenStint, record: StintRecord, corner: string | null): string[] {
  const earlier = useQuery(logQuery({ studentId: student.id }))
  const seenBefore = useMemo(
    () => [...(earlier.data?.byStint ?? [])].flatMap(([id, { entries }]) => (id === stint.id ? [] : [...stintRecord(entries).faults])),
    [earlier.data, stint.id],
  )
  const braked = solution.corners.find((c) => c.number === corner)?.points.brakeStart !== null
  return useMemo(() => {
    const seen = [...seenBefore, ...record.faults].filter((f) => f.corner === corner).map((f) => f.code)
    return likelyFaults(seen, braked, TARGETS)
  }, [seenBefore, record.faults, corner, braked])
}
