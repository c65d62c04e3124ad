import { LinearProgress } from '@mui/material'
import type { ReactNode } from 'react'
import { ProblemNotice } from './ProblemNotice'

/** The state of a query. */
interface Query<T> {
  data: T | undefined
  error: Error | null
  refetch: () => Promise<unknown>
}

/** A query's data, its progress, or its problem. */
export function Loaded<T>({ query, children }: { query: Query<T>; children: (data: T) => ReactNode }) {
  if (query.data !== undefined) return <>{children(query.data)}</>
  if (query.error) return <ProblemNotice error={query.error} onRetry={() => void query.refetch()} />
  return <LinearProgress aria-label="Loading" />
}
