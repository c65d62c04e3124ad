import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { likelyFaults, stintRecord, type StintRecord } from '@ochote/core'
import { studentQuery } from '../api/queries'
import type { OpenStint } from '../stint/openStint'

const TARGETS = 6

/** The likeliest faults at a corner: those this student was seen to make there first, on earlier days and today. */
export function useLikelyCodes({ file, solution, student }: OpenStint, record: StintRecord, corner: string | null): string[] {
  const earlier = useQuery(studentQuery(student.id))
  const seenBefore = useMemo(
    () =>
      (earlier.data?.days ?? [])
        .flatMap((d) => d.stints)
        .filter((s) => s.stint.id !== file.stint.id)
        .flatMap((s) => [...stintRecord(s.log).faults]),
    [earlier.data, file.stint.id],
  )
  const braked = solution.corners.find((c) => c.number === corner)?.points.brakeStart !== null
  return useMemo(() => {
    const seen = [...seenBefore, ...record.faults].filter((f) => f.corner === corner).map((f) => f.code)
    return likelyFaults(seen, braked, TARGETS)
  }, [seenBefore, record.faults, corner, braked])
}
