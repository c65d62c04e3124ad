import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo } from 'react'
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
  const ids = useMemo(() => followed.map(({ stintId }) => loggers?.find((l) => l.stintId === stintId)?.id ?? null), [followed, loggers])
  const key = ids.join(' ')
  useEffect(() => {
    sources.forEach((source, k) => source.follow(ids[k] ?? null, followed[k]!.solution))
    return () => sources.forEach((source) => source.stop())
    // the list of loggers is polled: only another logger in a car is followed anew
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [sources, key])
  return sources
}
