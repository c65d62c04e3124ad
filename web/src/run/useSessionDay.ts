import { useQuery } from '@tanstack/react-query'
import { useParams } from 'react-router'
import { dayQuery } from '../api/queries'

/** What other seats log is asked for so often, ms. */
const ASK_EVERY_MS = 5_000

/** The day a wall or a lead runs, kept up with what other seats log. */
export function useSessionDay() {
  const { dayId = '', sessionId } = useParams()
  return { dayId, sessionId, day: useQuery({ ...dayQuery(dayId), refetchInterval: ASK_EVERY_MS }) }
}
