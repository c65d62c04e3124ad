import { Skeleton } from '@mui/material'
import { lazy, Suspense, type ComponentProps } from 'react'
import type ChartType from './Chart'

const Chart = lazy(() => import('./Chart'))

/** A chart that is fetched when it is first shown. */
export function LazyChart(props: ComponentProps<typeof ChartType>) {
  return (
    <Suspense fallback={<Skeleton variant="rectangular" height={props.height} />}>
      <Chart {...props} />
    </Suspense>
  )
}
