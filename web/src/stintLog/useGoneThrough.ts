import { useMemo } from 'react'
import type { DayView } from '@ochote/contracts'
import { effectiveEntries } from '@ochote/core'
import { useDayLogs, type LoggedStint } from './useDayLogs'

/** The students with whom an instructor has gone through the drivers' meeting in the car: once for the whole day, whatever stint it was in. */
export const goneThrough = (stints: readonly LoggedStint[]): ReadonlySet<string> =>
  new Set(stints.filter(({ log }) => effectiveEntries(log).some((e) => e.kind === 'meeting')).map(({ stint }) => stint.studentId))

/** The same for a day whose logs are followed. */
export function useGoneThrough(day: Pick<DayView, 'id' | 'stints'>): ReadonlySet<string> {
  const { stints } = useDayLogs(day)
  return useMemo(() => goneThrough(stints), [stints])
}
