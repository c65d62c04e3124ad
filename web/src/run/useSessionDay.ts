import { useQuery } from '@tanstack/react-query'
import { useParams } from 'react-router'
import { dayQuery } from '../api/queries'

/** Sessions, attendance and plan versions change seldom; the log is polled apart, ms. */
const POLL_MS = 15_000

/** The day of the session that a wall or a lead runs. */
export function useSessionDay() {
  const { dayId = '', sessionId } = useParams()
  return { dayId, sessionId, day: useQuery({ ...dayQuery(dayId), refetchInterval: POLL_MS }) }
}
