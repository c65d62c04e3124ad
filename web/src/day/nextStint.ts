import type { DayFile, StintFile } from '@ochote/contracts'
import { stintRecord, type StintRecord } from '@ochote/core'

/** How far a stint has come. */
export const phaseOf = (file: StintFile): StintRecord['phase'] => stintRecord(file.log).phase

/** The stint being driven, else the first that has not begun. */
export function nextStint(day: DayFile): StintFile | null {
  return day.stints.find((s) => phaseOf(s) === 'running') ?? day.stints.find((s) => phaseOf(s) === 'ready') ?? null
}
