import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { solvingSchema, type Solve } from '@ochote/contracts'
import { request } from '../api/request'

const POLL_MS = 500

/** A search for a timetable on the server: begun, watched, stopped. */
export function useSolving(dayId: string) {
  const client = useQueryClient()
  const [id, setId] = useState<string | null>(null)
  const start = useMutation({
    mutationFn: (asked: Solve) => request(solvingSchema, `/api/days/${dayId}/timetable/solvings`, { method: 'POST', body: asked }),
    onSuccess: (began) => setId(began.id),
  })
  const watched = useQuery({
    queryKey: ['solvings', id],
    queryFn: ({ signal }) => request(solvingSchema, `/api/solvings/${id}`, { signal }),
    enabled: id !== null,
    refetchInterval: ({ state }) => (state.data?.isOver || state.error ? false : POLL_MS),
    staleTime: 0,
  })
  const stop = useMutation({
    mutationFn: () => request(solvingSchema, `/api/solvings/${id}`, { method: 'DELETE' }),
    // the search may have been let go of meanwhile
    onSuccess: (now) => client.setQueryData(['solvings', now.id], now),
  })
  return {
    start: start.mutate,
    stop: () => stop.mutate(),
    state: id === null ? null : (watched.data ?? null),
    isStarting: start.isPending,
    error: start.error ?? watched.error,
    /** lets go of what was found, and of what went wrong */
    drop: () => {
      setId(null)
      start.reset()
    },
  }
}
