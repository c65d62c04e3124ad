import { useQuery } from '@tanstack/react-query'
import { useEffect, useState, useSyncExternalStore } from 'react'
import type { PlanSolution } from '@ochote/core'
import { loggersQuery } from '../api/queries'
import type { LiveCar } from './followCar'
import { LiveSource } from './liveSource'

/** The logger in a stint's car, followed while the page is open. */
export function useLiveSource(stintId: string, plan: PlanSolution): LiveSource {
  const [source] = useState(() => new LiveSource())
  const loggers = useQuery(loggersQuery)
  const id = loggers.data?.find((l) => l.stintId === stintId)?.id ?? null
  useEffect(() => {
    source.follow(id, plan)
    return () => source.stop()
  }, [source, id, plan])
  return source
}

/** Part of what a logger reports; renders again when that part changes. */
export const useLive = <T extends string | number | null>(source: LiveSource, choose: (car: LiveCar | null) => T): T =>
  useSyncExternalStore(source.subscribe, () => choose(source.car()))
