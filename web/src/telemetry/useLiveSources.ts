import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useRef } from 'react'
import type { PlanSolution } from '@ochote/core'
import { loggersQuery } from '../api/queries'
import { LiveSource } from './liveSource'

interface Followed {
  readonly stintId: string
  readonly solution: PlanSolution
}

/** The loggers in several stints' cars, each followed once while the page is open, in the order of the stints. */
export function useLiveSources(followed: readonly Followed[]): readonly LiveSource[] {
  // as many as there are stints: a session may get and lose some while it is open
  const stints = followed.map(({ stintId }) => stintId).join(' ')
  const sources = useMemo(() => stints.split(' ').map(() => new LiveSource()), [stints])
  const loggers = useQuery(loggersQuery).data
  const ids = followed.map(({ stintId }) => loggers?.find((l) => l.stintId === stintId)?.id ?? '').join(' ')
  // the list of loggers is polled, and a page draws often: only another logger in a car is followed anew
  const latest = useRef(followed)
  useEffect(() => {
    latest.current = followed
  })
  useEffect(() => {
    for (const [k, id] of ids.split(' ').entries()) sources[k]!.follow(id === '' ? null : id, latest.current[k]!.solution)
    return () => sources.forEach((source) => source.stop())
  }, [sources, ids])
  return sources
}
