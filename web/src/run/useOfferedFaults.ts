import { useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { offeredFaults, stintRecord, type OfferedFault, type StintRecord } from '@ochote/core'
import { logQuery } from '../stintLog/logQuery'
import type { OpenStint } from '../stint/openStint'

/** Six faults to offer at a corner: those that this student made there before are marked. They stay as they are while the corner is chosen. */
export function useOfferedFaults(
  { stint, solution, student }: OpenStint,
  record: StintRecord,
  corner: string | null,
): readonly OfferedFault[] {
  const earlier = useQuery(logQuery({ studentId: student.id }))
  const seenBefore = useMemo(
    () => [...(earlier.data?.byStint ?? [])].flatMap(([id, { entries }]) => (id === stint.id ? [] : [...stintRecord(entries).faults])),
    [earlier.data, stint.id],
  )
  const braked = solution.corners.find((c) => c.number === corner)?.points.brakeStart !== null
  const now = useMemo(() => {
    const seen = [...seenBefore, ...record.faults].filter((f) => f.corner === corner).map((f) => f.code)
    return offeredFaults(seen, braked)
  }, [seenBefore, record.faults, corner, braked])
  return useKeptFor(corner, now)
}

/** A value as it was when the key was chosen. */
export function useKeptFor<T>(key: string | null, now: T): T {
  const [kept, setKept] = useState({ key, value: now })
  if (kept.key === key) return kept.value
  setKept({ key, value: now })
  return now
}
