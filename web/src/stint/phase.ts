import { stintRecord, type StintRecord } from '@ochote/core'
import type { LoggedStint } from '../stintLog/useDayLogs'

/** How far a stint has come. */
export const phaseOf = ({ log }: Pick<LoggedStint, 'log'>): StintRecord['phase'] => stintRecord(log).phase

/** The stint being driven, else the first that has not begun. */
export function nextStint(stints: readonly LoggedStint[]): LoggedStint | null {
  return stints.find((s) => phaseOf(s) === 'running') ?? stints.find((s) => phaseOf(s) === 'ready') ?? null
}
