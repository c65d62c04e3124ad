import type { Day } from '@ochote/contracts'
import { today as localDate } from '../format/format'

/** The day to open: today's, else the next one, else the last one. Days come in the order of their dates. */
export function dayToOpen(days: readonly Day[], today = localDate()): Day | null {
  return days.find((d) => d.date >= today) ?? days[days.length - 1] ?? null
}
