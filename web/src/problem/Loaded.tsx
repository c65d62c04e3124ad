import { LinearProgress } from '@mui/material'
import type { UseQueryResult } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { ProblemNotice } from './ProblemNotice'

/** What a query brought, or its progress, or its problem. */
export function Loaded<T>({ query, children }: { query: UseQueryResult<T>; children: (data: T) => ReactNode }) {
  if (query.data !== undefined) return <>{children(query.data)}</>
  if (query.error) return <ProblemNotice error={query.error} onRetry={() => void query.refetch()} />
  return <LinearProgress aria-label="Loading" />
}
