import { useQueryClient } from '@tanstack/react-query'
import type { DayView, Stint, StintView } from '@ochote/contracts'
import { dayQuery, stintQuery } from '../api/queries'

/** Puts a stored stint where the pages look for it. */
export function usePutStint({ id, dayId }: Stint): (stored: StintView) => void {
  const client = useQueryClient()
  return (stored) => {
    client.setQueryData(stintQuery(id).queryKey, stored)
    const listed = { stint: stored.stint, debriefed: stored.debrief !== null }
    client.setQueryData<DayView>(
      dayQuery(dayId).queryKey,
      (day) => day && { ...day, stints: day.stints.map((s) => (s.stint.id === id ? listed : s)) },
    )
  }
}
