import { useMemo } from 'react'
import type { DayView, ListedStint, LogEntry } from '@ochote/contracts'
import { useServerLog, useStintLogs, type AddEntry } from './useStintLogs'
import type { LogState } from './stintLog'

/** A stint of a day with what was logged in it. */
export interface LoggedStint extends ListedStint {
  readonly log: readonly LogEntry[]
}

/**
 * The stints of a day with their logs, this device's entries merged with the server's.
 * `isKnown` is false while either is still read: until then, nobody can say who is on track or next.
 */
export function useDayLogs(
  day: Pick<DayView, 'id' | 'stints'>,
  pollMs: number | false = false,
): { stints: readonly LoggedStint[]; isKnown: boolean; logOf: (stintId: string) => LogState; add: AddEntry } {
  const hasAnswer = useServerLog({ dayId: day.id }, pollMs)
  const ids = useMemo(() => day.stints.map((s) => s.stint.id), [day.stints])
  const { logOf, add } = useStintLogs(ids)
  const stints = useMemo(() => day.stints.map((s) => ({ ...s, log: logOf(s.stint.id).entries })), [day.stints, logOf])
  return { stints, isKnown: hasAnswer && ids.every((id) => logOf(id).ready), logOf, add }
}
