import type { TrackEvent } from '@ochote/contracts'
import dayjs from 'dayjs'

/** The day to open: today's, else the next one, else the last one. Days come in the order of their dates. */
export function openDayOf(days: readonly TrackEvent[], today = dayjs().format('YYYY-MM-DD')): TrackEvent | null {
  return days.find((d) => d.day >= today) ?? days[days.length - 1] ?? null
}
