import type { DayView, StintView } from '@ochote/contracts'
import { stintRecord, type StintRecord } from '@ochote/core'

/** How far a stint has come. */
export const phaseOf = (file: StintView): StintRecord['phase'] => stintRecord(file.log).phase

/** The stint being driven, else the first that has not begun. */
export function nextStint(day: DayView): StintView | null {
  return day.stints.find((s) => phaseOf(s) === 'running') ?? day.stints.find((s) => phaseOf(s) === 'ready') ?? null
}
