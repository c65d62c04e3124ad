import { Skeleton, Typography } from '@mui/material'
import { lazy, Suspense, type ComponentProps } from 'react'
import type ChartType from './Chart'

/** Stands in for the chart where its code could not be fetched: without a connection, on a device that has not shown one yet. */
function NoChart() {
  return (
    <Typography role="note" color="text.secondary">
      The chart could not be loaded. The table has the same figures. To see the chart, reload the page when you are online.
    </Typography>
  )
}

const Chart = lazy(() => import('./Chart').catch(() => ({ default: NoChart })))

/** A chart that is fetched when it is first shown. */
export function LazyChart(props: ComponentProps<typeof ChartType>) {
  return (
    <Suspense fallback={<Skeleton variant="rectangular" height={props.height} />}>
      <Chart {...props} />
    </Suspense>
  )
}
